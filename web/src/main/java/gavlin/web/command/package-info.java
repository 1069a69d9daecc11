/** What is done from the machine itself, by {@code ./gavlin}: with the application's own services, beside the one that may be running. */
package gavlin.web.command;
