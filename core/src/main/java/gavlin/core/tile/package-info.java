/** Small pictures that repeat without a seam. */
package gavlin.core.tile;
