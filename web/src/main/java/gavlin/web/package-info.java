/** The application: a package for each feature. */
package gavlin.web;
