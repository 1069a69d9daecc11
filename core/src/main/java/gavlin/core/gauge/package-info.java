/** Live measurements of a fit against its brief: a class for each, one list that names them all, one rule that folds their verdicts. */
package gavlin.core.gauge;
