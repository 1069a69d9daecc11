/** Figures, printed by {@code ./gavlin bench}: the core beside general-purpose tools, the running application on its own. */
package gavlin.benchmarks;
