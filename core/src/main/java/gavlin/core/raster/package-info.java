/** Pixels in linear light, row by row, and the one resampler. */
package gavlin.core.raster;
