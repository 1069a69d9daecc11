/** Pictures mirrored and straightened. */
package gavlin.core.turn;
