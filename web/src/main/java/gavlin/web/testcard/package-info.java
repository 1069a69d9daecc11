/** Test cards of slots: to download, and what screenshots of live pages tell with them. */
package gavlin.web.testcard;
