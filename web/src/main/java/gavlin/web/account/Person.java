package gavlin.web.account;

/**
 * An account, as the pages show it.
 *
 * @param language in which dates are written, as a language tag
 * @param everywhere whether the installation is theirs to look after
 * @param hasPassword false until the one-time link has been followed
 * @param demo whether it came with the demo: of no use without it
 */
public record Person(
        long id,
        String name,
        String fullName,
        String language,
        boolean everywhere,
        boolean locked,
        boolean hasPassword,
        boolean demo) {
    /** As histories and lists call them. */
    public String label() {
        return fullName.isEmpty() ? name : fullName;
    }
}
