/** The colours of a picture, and what the page round it could look like. */
package gavlin.web.palette;
