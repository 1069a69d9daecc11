package gavlin.core.page;

/**
 * A screen for which a page is looked at.
 *
 * @param width CSS px
 * @param height CSS px
 */
record Screen(String id, String name, int width, int height) {
    /** Common sizes, no source. */
    static final Screen DESKTOP = new Screen("desktop", "desktop", 1280, 800);

    static final Screen PHONE = new Screen("phone", "phone", 390, 844);
}
