/** What a picture looks like in a few words and colours, so that it can be found. */
package gavlin.core.traits;
