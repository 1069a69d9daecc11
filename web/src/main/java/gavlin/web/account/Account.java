package gavlin.web.account;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** Somebody's way in. Never deleted, so that histories keep their names. */
@Entity
class Account {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    /** Null until its one-time link has been followed. */
    private String passwordHash;

    private boolean everywhere;
    private String fullName = "";
    private String language = "en-GB";
    private boolean locked;
    private boolean demo;
    private String lastSite;

    protected Account() {}

    Account(String name, String fullName) {
        this.name = name;
        this.fullName = fullName;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String passwordHash() {
        return passwordHash;
    }

    boolean locked() {
        return locked;
    }

    boolean demo() {
        return demo;
    }

    String lastSite() {
        return lastSite;
    }

    void change(String newFullName, String newLanguage) {
        fullName = newFullName;
        language = newLanguage;
    }

    void password(String hash) {
        passwordHash = hash;
    }

    void everywhere(boolean now) {
        everywhere = now;
    }

    void lock(boolean now) {
        locked = now;
    }

    void belongsToDemo() {
        demo = true;
    }

    void leftOffAt(String site) {
        lastSite = site;
    }

    Viewer viewer() {
        return new Viewer(id, name, everywhere, language, null);
    }

    Person person() {
        return new Person(id, name, fullName, language, everywhere, locked, passwordHash != null, demo);
    }
}
