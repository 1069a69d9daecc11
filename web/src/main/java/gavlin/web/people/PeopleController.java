package gavlin.web.people;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts;
import gavlin.web.account.Person;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Everybody with an account, for whoever looks after the installation. */
@Controller
@RequestMapping("/people")
class PeopleController {
    private final Accounts accounts;
    private final Roles roles;
    private final Sites sites;

    PeopleController(Accounts accounts, Roles roles, Sites sites) {
        this.accounts = accounts;
        this.roles = roles;
        this.sites = sites;
    }

    record Row(Person person, String roles, String state) {}

    /** A role that can be given, and whether it is. */
    record Choice(String value, String name, boolean given) {}

    record SiteChoices(String name, List<Choice> choices) {}

    @ModelAttribute
    void requireThePeople(@AuthenticationPrincipal SignedIn who, Model model) {
        Roles.requireThePeople(who.viewer());
        model.addAttribute("viewer", who.viewer().name());
    }

    @GetMapping
    String all(@AuthenticationPrincipal SignedIn who, Model model) {
        List<OpenSite> open = sites.openAll(who.viewer());
        model.addAttribute(
                "rows",
                accounts.all().stream()
                        .map(person -> new Row(person, inWords(person, open), state(person)))
                        .toList());
        return "people/people";
    }

    private String inWords(Person person, List<OpenSite> open) {
        if (person.everywhere()) {
            return "looks after this Gavlin";
        }
        String words = sites.entrustedTo(person.id()).entrySet().stream()
                .map(entry -> {
                    String site = open.stream()
                            .filter(s -> s.id().equals(entry.getKey()))
                            .map(OpenSite::name)
                            .findFirst()
                            .orElse(entry.getKey());
                    return entry.getValue().contains(OpenSite.WHOLE_SITE)
                            ? "warden of " + site
                            : "keeper of " + entry.getValue().stream().sorted().collect(Collectors.joining(", "))
                                    + " in " + site;
                })
                .collect(Collectors.joining("; "));
        return words.isEmpty() ? "nothing yet" : words;
    }

    private static String state(Person person) {
        return person.locked()
                ? "locked"
                : !person.hasPassword() ? "has not followed the link yet" : person.demo() ? "of the demo" : "open";
    }

    @PostMapping
    String add(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String fullName,
            RedirectAttributes flash) {
        try {
            Person person = accounts.add(name.strip(), fullName, false);
            flash.addFlashAttribute(
                    "said", person.label() + " has an account now. Give them the link below, and roles.");
            flash.addFlashAttribute("link", "/welcome/" + accounts.link(person.name()));
            return "redirect:/people/" + person.name();
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            flash.addFlashAttribute("typedName", name);
            flash.addFlashAttribute("typedFullName", fullName);
            return "redirect:/people";
        }
    }

    @GetMapping("/{name}")
    String one(@AuthenticationPrincipal SignedIn who, @PathVariable String name, Model model) {
        Person person = accounts.person(name);
        List<String> given = roles.of(person);
        model.addAttribute("person", person);
        model.addAttribute("state", state(person));
        model.addAttribute("self", who.viewer().name().equals(name));
        model.addAttribute("everywhere", given.contains(Roles.INSTALLATION));
        model.addAttribute("languages", Languages.ALL);
        model.addAttribute(
                "sites",
                sites.openAll(who.viewer()).stream()
                        .map(site -> new SiteChoices(site.name(), choices(site, given)))
                        .toList());
        return "people/person";
    }

    private static List<Choice> choices(OpenSite site, List<String> given) {
        var sections = site.sheet().sections().stream().map(section -> {
            String role = "keeper:" + site.id() + "/" + section.id();
            return new Choice(role, "keeps " + section.name(), given.contains(role));
        });
        String warden = "warden:" + site.id();
        return java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(new Choice(warden, "warden of all of it", given.contains(warden))),
                        sections)
                .toList();
    }

    @PostMapping("/{name}")
    String describe(
            @PathVariable String name,
            @RequestParam String fullName,
            @RequestParam String language,
            RedirectAttributes flash) {
        return changed(name, flash, "Saved.", () -> accounts.describe(name, fullName, language));
    }

    @PostMapping("/{name}/roles")
    String assign(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String name,
            @RequestParam(defaultValue = "") List<String> role,
            RedirectAttributes flash) {
        return changed(
                name,
                flash,
                "These are the roles now; whoever was signed in with this account signs in again.",
                () -> roles.assign(who.viewer(), name, role));
    }

    @PostMapping("/{name}/link")
    String link(@PathVariable String name, RedirectAttributes flash) {
        return changed(
                name,
                flash,
                "A new link; those of before no longer work.",
                () -> flash.addFlashAttribute("link", "/welcome/" + accounts.link(name)));
    }

    @PostMapping("/{name}/lock")
    String lock(@PathVariable String name, @RequestParam boolean locked, RedirectAttributes flash) {
        return changed(
                name,
                flash,
                locked ? "Locked: nobody signs in with this account. Histories keep the name." : "Open again.",
                () -> accounts.lock(name, locked));
    }

    private static String changed(String name, RedirectAttributes flash, String said, Runnable change) {
        try {
            change.run();
            flash.addFlashAttribute("said", said);
        } catch (BadInput | Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/people/" + name;
    }
}
