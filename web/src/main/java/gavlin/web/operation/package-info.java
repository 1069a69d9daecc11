/** For whoever runs an installation: whether it is well, how it stands, what it has kept safe. */
package gavlin.web.operation;
