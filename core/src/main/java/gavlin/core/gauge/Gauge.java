package gavlin.core.gauge;

/** One measurement: what it needs, its value and limit, its verdict and words, and what would make it better. */
interface Gauge {
    /** One of the ids in the API's list. */
    String id();

    /** For people. */
    default String name() {
        return id();
    }

    /** "Unmeasured" where it needs a file and there is none. */
    Reading read(Subject subject);

    /** Whether there is anything of its kind to be judged. */
    default boolean concerns(Subject subject) {
        return true;
    }
}
