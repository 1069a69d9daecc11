/** The shelf: pictures with a licence that all sites of the installation share. */
package gavlin.web.shelf;
