/** Sizes, boxes and windows, and how one lands in another. Values only: no pixels are touched here. */
package gavlin.core.geometry;
