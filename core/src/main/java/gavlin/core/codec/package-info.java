/** Files: judged by their header before anything is decoded, read to upright sRGB rows, and written. */
package gavlin.core.codec;
