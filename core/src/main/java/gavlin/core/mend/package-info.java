/** Spots of a picture filled from elsewhere in it. */
package gavlin.core.mend;
