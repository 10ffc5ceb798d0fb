package lectomen.service.access;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** The groups and people whom rules name. Safe for several threads. */
public final class Contacts {
    private final People people;
    private final Groups groups;

    public Contacts(People people, Groups groups) {
        this.people = people;
        this.groups = groups;
    }

    /** What rules can name: groups, and the sign-in names of people. */
    public Set<String> names() {
        Set<String> names = new TreeSet<>(groups.all().keySet());
        people.list().forEach(person -> names.add(person.signIn()));
        return names;
    }

    /** The people behind a name who can sign in: the members of a group, or the one person. */
    public List<Person> behind(String name) {
        Map<String, List<Long>> members = groups.all();
        return people.list().stream()
                .filter(person -> person.disabledAt().isEmpty())
                .filter(person -> members.containsKey(name)
                        ? members.get(name).contains(person.id())
                        : person.signIn().equals(name))
                .toList();
    }

    /** What is wrong with names in a rule that is or goes live: with whom nobody can be asked. */
    public List<String> notices(List<String> names) {
        Set<String> known = names();
        List<String> notices = new ArrayList<>();
        for (String name : names) {
            if (!known.contains(name)) {
                notices.add("The contact \"" + name + "\" is no group or person any more.");
            } else if (behind(name).isEmpty()) {
                boolean isGroup = groups.all().containsKey(name);
                notices.add(
                        isGroup
                                ? "The group " + name + " has no member who can sign in, so nobody can be asked."
                                : "The contact " + name + " can't sign in any more.");
            }
        }
        return notices;
    }

    /** Who does the work of a person who is away now; empty for one who is there, or has nobody. */
    public Optional<Person> standIn(Person person) {
        return person.awayUntil().isPresent() ? person.delegate().flatMap(people::find) : Optional.empty();
    }
}
