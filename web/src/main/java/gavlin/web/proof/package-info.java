/** A site's pages as they will look: the files that would be sent, at true size, with what the theme lays over them. */
package gavlin.web.proof;
