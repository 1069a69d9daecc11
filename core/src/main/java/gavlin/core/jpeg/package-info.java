/**
 * Writes JPEG (ITU-T T.81): the picture's cosines are computed once, and rounded at each quality so that every bit is spent where
 * it shows most.
 */
package gavlin.core.jpeg;
