/**
 * The rules of the job and its computation, without any interface. The packages depend on each other in one direction:
 * geometry and colour, then brief and raster, then codec, then weight, then fit.
 */
package gavlin.core;
