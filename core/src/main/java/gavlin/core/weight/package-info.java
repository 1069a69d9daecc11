/** The best-looking file within a limit, and the measure of what it lost. */
package gavlin.core.weight;
