/**
 * The simulated website: its own application, no code shared with Gavlin. It has two themes' pages, takes pictures over HTTP as {@code
 * openapi.yaml} says, and makes each kind of trouble that real sites make, switched on one by one.
 */
package gavlin.standin;
