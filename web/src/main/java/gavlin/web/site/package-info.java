/** Sites, their slot sheets, and what an account may reach. */
package gavlin.web.site;
