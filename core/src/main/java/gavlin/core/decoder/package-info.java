/**
 * Strangers' bytes at arm's length: everything that reads a picture, a drawing or a saved page that somebody gave runs in processes of
 * their own, which may run out of memory, crash or never end without anybody else noticing. {@link Decoders} is the way in;
 * a {@link Job} is one thing that a decoder does.
 */
package gavlin.core.decoder;
