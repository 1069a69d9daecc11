package gavlin.web.connect;

import gavlin.core.BadInput;
import java.util.Arrays;
import java.util.List;

/** The kinds of sites that can be reached. */
public enum Kind {
    SLOTS("slots", "a site with slots (its interface as the stand-in's)", List.of("https", "http"), false),
    WEBDAV("webdav", "a folder, by WebDAV", List.of("https", "http"), true),
    SFTP("sftp", "a folder, by SFTP", List.of("sftp"), true);

    private final String word;
    private final String says;
    private final List<String> schemes;
    private final boolean named;

    Kind(String word, String says, List<String> schemes, boolean named) {
        this.word = word;
        this.says = says;
        this.schemes = schemes;
        this.named = named;
    }

    static Kind of(String word) {
        return Arrays.stream(values())
                .filter(kind -> kind.word.equals(word))
                .findFirst()
                .orElseThrow(
                        () -> new BadInput("kind", "the kind must be slots, webdav or sftp, was \"" + word + "\""));
    }

    public String word() {
        return word;
    }

    public String says() {
        return says;
    }

    /** What its addresses begin with. */
    List<String> schemes() {
        return schemes;
    }

    /** Whether somebody has to sign in by name. */
    public boolean isNamed() {
        return named;
    }
}
