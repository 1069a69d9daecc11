/** From one theme to another: which new slot takes over from which old one. */
package gavlin.core.move;
