/** Every failure's way out. */
package gavlin.web.problem;
