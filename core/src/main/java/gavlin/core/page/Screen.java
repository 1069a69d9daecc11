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

    /** For the largest box: as wide as common screens get, no source. */
    static final Screen WIDE = new Screen("wide", "wide screen", 1920, 1080);

    static final Screen PHONE = new Screen("phone", "phone", 390, 844);

    /** A screen that is only looked at for the largest box. */
    static Screen wide(int width) {
        return new Screen("at-" + width, width + " px", width, width > PHONE.width * 2 ? DESKTOP.height : PHONE.height);
    }
}
