/** Files in the database by what they are. */
package gavlin.web.store;
