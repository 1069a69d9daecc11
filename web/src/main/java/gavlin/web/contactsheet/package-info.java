/** The site's pictures as a contact sheet, and one picture with its words. */
package gavlin.web.contactsheet;
