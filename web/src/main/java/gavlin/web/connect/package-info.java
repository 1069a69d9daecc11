/** How Gavlin reaches a site: where it is, with which key, and the ways in which files are put there and read back. */
package gavlin.web.connect;
