/** A slot handed to somebody who is to make a picture for it: what to know, and a template to draw on. */
package gavlin.core.handout;
