package lectomen.service.access;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Groups of people, by the names that rules use for them. Safe for several threads. */
public final class Groups {
    private static final Pattern NAME = Pattern.compile("[a-z0-9](?:[a-z0-9-]{0,58}[a-z0-9])?");

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;

    public Groups(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
    }

    /** The ids of the members of each group. */
    public Map<String, List<Long>> all() {
        Map<String, List<Long>> members = new LinkedHashMap<>();
        store.read(db -> {
            db.sql("""
                            select g.name, m.person_id from person_group g left join group_member m on m.group_name = g.name
                            order by g.name, m.person_id
                            """).query(row -> {
                List<Long> of = members.computeIfAbsent(row.getString("name"), key -> new ArrayList<>());
                long person = row.getLong("person_id");
                if (!row.wasNull()) {
                    of.add(person);
                }
            });
            return members;
        });
        return members;
    }

    /** @throws BadPersonException if it can't be called so, or there is such a group */
    public void make(String name, String by) {
        if (!NAME.matcher(name).matches()) {
            throw new BadPersonException(
                    "name", "a group's name has lower-case letters, digits and hyphens, such as records-office");
        }
        store.write(db -> {
            int made = db.sql("insert or ignore into person_group (name, made_at) values (?, ?)")
                    .params(name, clock.millis())
                    .update();
            if (made == 0) {
                throw new BadPersonException("name", "there is a group " + name + " already");
            }
            ledger.append(db, by, "group.made", "group " + name);
            return name;
        });
    }

    /** @return false if there is no such group */
    public boolean remove(String name, String by) {
        return store.write(db -> {
            db.sql("delete from group_member where group_name = ?").param(name).update();
            int removed = db.sql("delete from person_group where name = ?")
                    .param(name)
                    .update();
            if (removed > 0) {
                ledger.append(db, by, "group.removed", "group " + name);
            }
            return removed > 0;
        });
    }

    /** Makes these people the members. @return false if there is no such group */
    public boolean setMembers(String name, Set<Long> people, String by) {
        return store.write(db -> {
            if (find(db, name).isEmpty()) {
                return false;
            }
            db.sql("delete from group_member where group_name = ?").param(name).update();
            people.forEach(person -> add(db, name, person));
            ledger.append(
                    db,
                    by,
                    "group.members",
                    "group " + name,
                    "people",
                    people.stream()
                            .sorted()
                            .map(String::valueOf)
                            .reduce((a, b) -> a + " " + b)
                            .orElse(""));
            return true;
        });
    }

    /** Adds a person who was invited into a group, unless that was removed meanwhile. */
    void addIfThere(JdbcClient db, String group, Person person) {
        if (find(db, group).isPresent()) {
            add(db, group, person.id());
        }
    }

    /**
     * Puts a person into these of the groups, and takes them out of the others of them.
     *
     * @param all the groups that it is about; others stay as they are
     */
    public void setOf(JdbcClient db, Person person, Set<String> into, Set<String> all, String by) {
        for (String group : new TreeSet<>(all)) {
            int changed = into.contains(group)
                    ? find(db, group).isPresent() ? add(db, group, person.id()) : 0
                    : db.sql("delete from group_member where group_name = ? and person_id = ?")
                            .params(group, person.id())
                            .update();
            if (changed > 0) {
                String event = into.contains(group) ? "group.joined" : "group.left";
                ledger.append(db, by, event, "group " + group, "person", Long.toString(person.id()));
            }
        }
    }

    private static int add(JdbcClient db, String group, long person) {
        return db.sql(
                        "insert or ignore into group_member (group_name, person_id) select ?, id from person where id = ?")
                .params(group, person)
                .update();
    }

    private static Optional<String> find(JdbcClient db, String name) {
        return db.sql("select name from person_group where name = ?")
                .param(name)
                .query(String.class)
                .optional();
    }
}
