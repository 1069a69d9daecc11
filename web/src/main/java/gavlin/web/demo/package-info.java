/** Two made-up sites for an empty database on a loopback address. */
package gavlin.web.demo;
