/** The stored decision that puts a picture into a slot, its rendering, and the gauges that judge it. */
package gavlin.core.fit;
