/** The simulated website: its own application, no code shared with Gavlin. */
package gavlin.standin;
