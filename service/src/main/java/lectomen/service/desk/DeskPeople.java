package lectomen.service.desk;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Who is behind the names that a rule asks: people who can sign in, and for those who are away, who does their work. */
final class DeskPeople {
    private DeskPeople() {}

    /** The people behind these groups and sign-in names by now. */
    static Set<Long> behind(JdbcClient db, Collection<String> names, long now) {
        Set<Long> people = new LinkedHashSet<>();
        for (String name : names) {
            people.addAll(db.sql("""
                            with named as (
                                select person_id as id from group_member where group_name = :name
                                union select id from person where sign_in = :name)
                            select case when coalesce(p.away_until, 0) > :now and p.delegate_id is not null
                                        then p.delegate_id else p.id end
                            from named join person p on p.id = named.id
                            where p.disabled_at is null
                              and not (coalesce(p.away_until, 0) > :now and p.delegate_id is null)
                            order by 1
                            """)
                    .param("name", name)
                    .param("now", now)
                    .query(Long.class)
                    .list());
        }
        people.removeIf(person -> db.sql("select count(*) from person p where p.id = ? and p.disabled_at is null")
                        .param(person)
                        .query(Integer.class)
                        .single()
                == 0);
        return people;
    }

    /** The names by which a person is asked: their own, their groups', and those of people whose work they do now. */
    static Set<String> namesOf(JdbcClient db, long person, long now) {
        return new TreeSet<>(db.sql("""
                        with whose as (
                            select :person as id
                            union select id from person p where delegate_id = :person and away_until > :now and disabled_at is null)
                        select sign_in from person join whose using (id)
                        union select group_name from group_member join whose on person_id = whose.id
                        """)
                .param("person", person)
                .param("now", now)
                .query(String.class)
                .list());
    }

    static String nameOf(JdbcClient db, long person) {
        return db.sql("select name from person where id = ?")
                .param(person)
                .query(String.class)
                .optional()
                .orElse("person " + person);
    }

    /** The person who sent a document, by sign-in name, name or mail address. */
    static Optional<Long> sender(JdbcClient db, String sender) {
        if (sender.isBlank()) {
            return Optional.empty();
        }
        List<Long> found = db.sql(
                        "select id from person where sign_in = :low or name = :as or lower(mail) = :low order by id")
                .param("low", sender.toLowerCase(Locale.ROOT))
                .param("as", sender)
                .query(Long.class)
                .list();
        return found.stream().findFirst();
    }
}
