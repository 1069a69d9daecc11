package gavlin.web.people;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts;
import gavlin.web.account.Person;
import gavlin.web.account.Viewer;
import gavlin.web.command.Commands.Command;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** {@code ./gavlin account …}: whoever has the machine has the installation. */
@Component
class AccountCommand implements Command {
    private static final String USAGE = "account list | add NAME [FULL NAME] | password NAME | lock NAME | unlock NAME"
            + " | roles NAME [ROLE …], with a ROLE of installation, warden:SITE or keeper:SITE/SECTION";

    private final Accounts accounts;
    private final Roles roles;
    private final String address;

    AccountCommand(Accounts accounts, Roles roles, @Value("${gavlin.address:}") String address) {
        this.accounts = accounts;
        this.roles = roles;
        this.address = address;
    }

    @Override
    public String word() {
        return "account";
    }

    @Override
    public String run(List<String> words) {
        if (words.equals(List.of("list"))) {
            return accounts.all().stream().map(this::line).collect(Collectors.joining("\n"));
        }
        if (words.size() < 2) {
            throw new BadInput("account", "usage: ./gavlin " + USAGE);
        }
        String name = words.get(1);
        List<String> rest = new ArrayList<>(words.subList(2, words.size()));
        switch (words.get(0)) {
            case "add" -> {
                boolean first = accounts.isEmpty();
                accounts.add(name, String.join(" ", rest), first);
                return (first ? name + " is the first account and looks after this Gavlin.\n" : "") + invitation(name);
            }
            case "password" -> {
                return invitation(name);
            }
            case "roles" -> {
                roles.assign(Viewer.ofGavlin(), name, rest);
                return line(accounts.person(name));
            }
            case "lock", "unlock" -> {
                accounts.lock(name, words.get(0).equals("lock"));
                return line(accounts.person(name));
            }
            default -> throw new BadInput("account", "usage: ./gavlin " + USAGE);
        }
    }

    private String invitation(String name) {
        return name + " chooses a password at " + address + "/welcome/" + accounts.link(name) + "\n"
                + "The link works once, for " + Accounts.LINK_LASTS.toDays() + " days.";
    }

    private String line(Person person) {
        List<String> given = roles.of(person);
        String state = person.locked() ? "locked" : person.hasPassword() ? "open" : "no password yet";
        return "%-20s %-16s %s  %s"
                .formatted(
                        person.name(), state, given.isEmpty() ? "no role" : String.join(" ", given), person.fullName())
                .stripTrailing();
    }
}
