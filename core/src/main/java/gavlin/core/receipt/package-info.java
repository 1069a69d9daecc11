/** What a site made of a file that was sent to it: the same, compressed again, scaled, cut, or another picture. */
package gavlin.core.receipt;
