/** A site's colour schemes: kept, changed where they are used, given out. */
package gavlin.web.scheme;
