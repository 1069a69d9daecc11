/** Pictures put together from a plain ground, pieces and words. */
package gavlin.core.composition;
