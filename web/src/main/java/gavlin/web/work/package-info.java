/** How heavy work gets its turn, and how those who ask for the same share it. */
package gavlin.web.work;
