/** The kinds of pictures that have a document in place of bytes. */
package gavlin.core.made;
