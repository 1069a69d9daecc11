/** The page on which a simple mark is lettered. */
package gavlin.web.lettered;
