package gavlin.web.account;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

@Entity
class Account {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String passwordHash;
    private boolean everywhere;

    protected Account() {}

    Account(String name, String passwordHash, boolean everywhere) {
        this.name = name;
        this.passwordHash = passwordHash;
        this.everywhere = everywhere;
    }

    Long id() {
        return id;
    }

    String passwordHash() {
        return passwordHash;
    }

    Viewer viewer() {
        return new Viewer(id, name, everywhere);
    }
}
