package lectomen.service.notice;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.step.mail.MailAddress;
import lectomen.service.role.Access;
import lectomen.service.role.Permission;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Who is behind the names that rules and settings notify, and who of them may see what it is about. */
final class Audience {
    private Audience() {}

    /** Somebody to tell: a person, or an address outside. */
    record Recipient(Optional<Long> person, String address) {
        static Recipient person(long id) {
            return new Recipient(Optional.of(id), "");
        }
    }

    /** @param unknown the names that are no group, person or address */
    record Found(Set<Recipient> recipients, List<String> unknown) {}

    static Found of(JdbcClient db, Collection<String> names) {
        Set<Recipient> recipients = new LinkedHashSet<>();
        List<String> unknown = names.stream()
                .flatMap(name -> Stream.of(name.split("[,;]")))
                .map(String::strip)
                .filter(name -> !name.isEmpty() && !add(db, name, recipients))
                .toList();
        return new Found(recipients, unknown);
    }

    private static boolean add(JdbcClient db, String name, Set<Recipient> recipients) {
        List<Long> members = db.sql("""
                        select p.id from person p join group_member m on m.person_id = p.id
                        where m.group_name = ? and p.disabled_at is null order by p.id
                        """).param(name).query(Long.class).list();
        members.forEach(id -> recipients.add(Recipient.person(id)));
        Optional<Long> person = db.sql("select id from person where sign_in = ? and disabled_at is null")
                .param(name)
                .query(Long.class)
                .optional();
        person.ifPresent(id -> recipients.add(Recipient.person(id)));
        if (!members.isEmpty() || person.isPresent() || isGroup(db, name)) {
            return true;
        }
        if (MailAddress.isAddress(name)) {
            recipients.add(new Recipient(Optional.empty(), name));
            return true;
        }
        return false;
    }

    /** Whether it is the name of a group or person, even where it looks like an address. */
    static boolean isKnown(JdbcClient db, String name) {
        return isGroup(db, name)
                || !db.sql("select 1 from person where sign_in = ?")
                        .param(name)
                        .query(Integer.class)
                        .list()
                        .isEmpty();
    }

    private static boolean isGroup(JdbcClient db, String name) {
        return !db.sql("select 1 from person_group where name = ?")
                .param(name)
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /** Whether a person may see what they would be notified of. A rule names addresses itself, so they may. */
    static boolean maySee(JdbcClient db, Recipient recipient, NoticeEvent event) {
        return recipient.person().isEmpty()
                || maySee(accessOf(db, recipient.person().get()), event.kind(), event.seenBy());
    }

    static Access accessOf(JdbcClient db, long person) {
        return new Access(RoleGrants.of(db, "person " + person));
    }

    static boolean maySee(Access access, NoticeKind kind, Set<String> rules) {
        if (kind.about() == NoticeKind.About.SITE) {
            return access.findScope(Permission.SEE_SERVICE).isPresent();
        }
        return access.findScope(Permission.SEE_DOCUMENTS)
                .filter(scope -> kind.about() == NoticeKind.About.REPORT
                        || scope.isAll()
                        || rules.stream().anyMatch(scope::hasRule))
                .isPresent();
    }

    /** Whether a scope covers what has been told already, by the rule that it happened in. */
    static boolean covers(Scope scope, Optional<String> rule) {
        return scope.isAll() || rule.filter(scope::hasRule).isPresent();
    }
}
