/** What transparent pixels are laid on. */
package gavlin.core.backing;
