/** Logos and icons: the ground behind them, the inks that they are made of, how they stand on another ground. */
package gavlin.core.mark;
