package gavlin.core.brief;

/**
 * That a slot takes several pictures, each fitted to the same brief.
 *
 * @param most how many it takes, 2..100
 */
public record PictureSet(int most, Order order) {
    /** How the site shows them. */
    public enum Order {
        IN_TURN("one after the other"),
        AT_RANDOM("one at random on each visit"),
        SIDE_BY_SIDE("side by side");

        private final String says;

        Order(String says) {
            this.says = says;
        }

        public String says() {
            return says;
        }
    }
}
