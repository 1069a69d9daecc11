/** Making pictures out of nothing: a tile that repeats, and a clear canvas. */
package gavlin.web.tile;
