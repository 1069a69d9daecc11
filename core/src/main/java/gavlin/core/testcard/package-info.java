/**
 * A coded picture in a slot's size that, seen in a screenshot of the live page, measures the frame it is shown in: {@link
 * gavlin.core.testcard.TestCard} draws it, {@link gavlin.core.testcard.CardReading} reads the screenshot.
 */
package gavlin.core.testcard;
