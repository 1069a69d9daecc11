package gavlin.core.jpeg;

/** How finely a lossy file keeps colour against brightness. */
public enum Chroma {
    /** A colour sample for each pixel. */
    FULL("4:4:4", 1, 1),
    /** One for each two beside each other. */
    ACROSS("4:2:2", 2, 1),
    /** One for each 2×2 pixels. */
    HALVED("4:2:0", 2, 2);

    private final String label;
    /** Pixels for each sample of colour. */
    final int across;

    final int down;

    Chroma(String label, int across, int down) {
        this.label = label;
        this.across = across;
        this.down = down;
    }

    public String label() {
        return label;
    }

    /** {@code 420} and so on, as programs say it. */
    public String digits() {
        return label.replace(":", "");
    }
}
