/** What must be seen of a picture: how much of it each showing shows, the window that shows most, and what would do when none shows all. */
package gavlin.core.solve;
