/** A web page as a browser saved it, read for slots: what takes a picture there, how large, and shown how. */
package gavlin.core.page;
