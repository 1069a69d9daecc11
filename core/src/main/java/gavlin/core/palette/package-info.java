/** The colours of a picture, and page colours that go with them. */
package gavlin.core.palette;
