/** The bench: the page on which one slot is worked at, what it asks while that is done, its history, sets, and the code for a page. */
package gavlin.web.bench;
