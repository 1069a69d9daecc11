/** Pictures: taken in, described, shown; what must be seen of them, with its history. */
package gavlin.web.picture;
