/** More picture, made beyond an edge. */
package gavlin.core.grow;
