/** Faces and other telling parts of a picture, found to be suggested; nothing here decides. */
package gavlin.core.people;
