/** What the author of a page writes to show a rendition: srcset and sizes, object-fit and object-position. */
package gavlin.core.code;
