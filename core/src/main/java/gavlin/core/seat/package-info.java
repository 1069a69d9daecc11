/** How a mark stands on its slot's canvas. */
package gavlin.core.seat;
