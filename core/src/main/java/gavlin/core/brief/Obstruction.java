package gavlin.core.brief;

import gavlin.core.geometry.Box;

/**
 * Something that the theme lays over a slot in a showing.
 *
 * @param words whether it is text to be read over the picture, rather than something solid
 * @param box in the showing's own CSS px
 * @param text what the words say, or empty
 * @param sizePx the words' font size, CSS px
 * @param fontWeight 1..1000
 * @param ink the words' colour, 0xRRGGBB
 */
public record Obstruction(String name, boolean words, Box box, String text, double sizePx, int fontWeight, int ink) {}
