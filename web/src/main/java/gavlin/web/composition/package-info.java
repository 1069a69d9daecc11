/** Putting a picture together from a plain ground, pieces and words. */
package gavlin.web.composition;
