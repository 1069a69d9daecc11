/** The Plan: the theme's pages to scale, and the list of slots. */
package gavlin.web.plan;
