/** A slot handed to somebody who is to make a picture for it: as a page, as PDF, and as a template to draw on. */
package gavlin.web.handout;
