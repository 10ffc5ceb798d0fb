package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.service.role.Grant;
import lectomen.service.role.LastAdministratorException;
import lectomen.service.role.Role;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SessionsTest {
    private static final String PASSWORD = PeopleFixture.PASSWORD;
    private static final Sessions.From HERE = PeopleFixture.HERE;

    @TempDir
    private Path temp;

    private PeopleFixture fixture;
    private People people;
    private Sessions sessions;
    private RoleGrants grants;
    private Groups groups;
    private Invitations invitations;

    @BeforeEach
    void open() {
        fixture = new PeopleFixture(temp);
        people = fixture.people;
        sessions = fixture.sessions;
        grants = fixture.grants;
        groups = fixture.groups;
        invitations = fixture.invitations;
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private Optional<Person> follow(String code, String name, String signIn, String password) {
        return fixture.follow(code, name, signIn, password);
    }

    private String link() {
        return fixture.link();
    }

    private Person tess() {
        return fixture.administrator("Tess Quill", "Tess");
    }

    @Test
    void aLinkMakesOnePersonAndIsUsedUp() {
        String code = link();
        assertThat(follow(code, "Tess Quill", "tess", PASSWORD)).isPresent();
        assertThat(follow(code, "Ivo Marsh", "ivo", PASSWORD)).isEmpty();
        String old = link();
        fixture.clock.advance(Duration.ofHours(25));
        assertThat(follow(old, "Ivo Marsh", "ivo", PASSWORD)).isEmpty();
        assertThat(people.list()).extracting(Person::name).containsExactly("Tess Quill");
    }

    @Test
    void whatCanNotBeTakenIsSaidAndTheLinkStaysGood() {
        String code = link();
        assertThatThrownBy(() -> follow(code, " ", "tess", PASSWORD)).hasMessageContaining("a name must have");
        assertThatThrownBy(() -> follow(code, "Tess", "te ss", PASSWORD)).hasMessageContaining("sign-in name");
        assertThatThrownBy(() -> follow(code, "Tess", "tess", "short")).hasMessageContaining("10 characters");
        assertThat(follow(code, "Tess", "tess", PASSWORD)).isPresent();
        String second = link();
        assertThatThrownBy(() -> follow(second, "Other", "TESS", PASSWORD)).hasMessageContaining("already in use");
        assertThat(follow(second, "Other", "other", PASSWORD)).isPresent();
    }

    @Test
    void aSessionEndsByItselfAndBySigningOut() {
        Person tess = tess();
        String token = sessions.open(tess, HERE);
        assertThat(sessions.find(token).map(Sessions.Session::person)).contains(tess);
        assertThat(sessions.find(token + "x")).isEmpty();
        fixture.clock.advance(Duration.ofHours(11));
        assertThat(sessions.find(token)).isPresent();
        fixture.clock.advance(Duration.ofHours(11));
        assertThat(sessions.find(token)).as("a sign of life keeps it").isPresent();
        fixture.clock.advance(Duration.ofHours(13));
        assertThat(sessions.find(token)).isEmpty();
        String second = sessions.open(tess, HERE);
        sessions.close(second);
        assertThat(sessions.find(second)).isEmpty();
    }

    @Test
    void aSessionIsFreshForTenMinutesAndAgainAfterAProof() {
        Person tess = tess();
        String token = sessions.open(tess, HERE);
        assertThat(sessions.find(token).orElseThrow().isFresh()).isTrue();
        fixture.clock.advance(Duration.ofMinutes(11));
        assertThat(sessions.find(token).orElseThrow().isFresh()).isFalse();
        Person ivo = fixture.administrator("Ivo Marsh", "ivo");
        assertThat(sessions.refresh(ivo, Sessions.hashOf(token)))
                .as("another person's proof")
                .isFalse();
        assertThat(sessions.find(token).orElseThrow().isFresh()).isFalse();
        assertThat(sessions.refresh(tess, Sessions.hashOf(token))).isTrue();
        assertThat(sessions.find(token).orElseThrow().isFresh()).isTrue();
    }

    @Test
    void theLedgerKnowsPeopleByNumberAloneAndTheStoreNoSecret() {
        Person tess = tess();
        String token = sessions.open(tess, HERE);
        assertThat(fixture.ledger.about(tess.principal()).toString())
                .contains("person.made", "person.signed-in")
                .doesNotContain("Tess", "tess");
        String kept =
                fixture.store.read(db -> db.sql("select password_hash || token_hash from person join person_session")
                        .query(String.class)
                        .single());
        assertThat(kept).doesNotContain(PASSWORD, token);
    }

    @Test
    void anInvitationCarriesARoleItsRulesAndGroups() {
        groups.make("records-office", "owner");
        Grant operator = new Grant(Role.OPERATOR, Scope.of(Set.of("permits")));
        String code = invitations.invite(operator, Set.of("records-office", "closed-since"), "owner");
        tess();
        Person ivo = follow(code, "Ivo Marsh", "ivo", PASSWORD).orElseThrow();
        assertThat(grants.of(ivo.principal())).containsExactly(operator);
        assertThat(groups.all()).isEqualTo(Map.of("records-office", List.of(ivo.id())));
    }

    @Test
    void wrongLinksAreRefusedBeforeAnythingIsLookedAtAndThenThrottled() {
        tess();
        for (int i = 0; i < 10; i++) {
            assertThat(invitations.follow(new Invitations.Form("guess" + i, "", "tess", ""), "10.0.0.7"))
                    .as("not a word of the sign-in name that is in use")
                    .isEqualTo(new Invitations.Followed.NotGood());
        }
        Invitations.Form good = new Invitations.Form(link(), "Ivo Marsh", "ivo", PASSWORD);
        assertThat(invitations.follow(good, "10.0.0.7")).isInstanceOf(Invitations.Followed.LockedOut.class);
        assertThat(invitations.follow(good, "10.0.0.8")).isInstanceOf(Invitations.Followed.By.class);
    }

    @Test
    void aNewPasswordEndsTheSessionsOfThePersonAndNobodyElse() {
        Person tess = tess();
        Person ivo = follow(link(), "Ivo Marsh", "ivo", PASSWORD).orElseThrow();
        String hers = sessions.open(tess, HERE);
        String his = sessions.open(ivo, HERE);
        String code = invitations.renewPassword(tess, "owner");
        assertThat(invitations.purpose(code, "127.0.0.1")).isEqualTo(new Invitations.Purpose(true, Optional.of(tess)));
        assertThat(follow(code, "ignored", "ignored", "a new and longer one")).contains(tess);
        assertThat(sessions.find(hers)).isEmpty();
        assertThat(sessions.find(his)).isPresent();
        assertThat(people.findBy("tess", PASSWORD)).isEmpty();
        assertThat(people.findBy("tess", "a new and longer one")).contains(tess);
    }

    @Test
    void sessionsAreListedAndEndedOneByOne() {
        Person tess = tess();
        String one = sessions.open(tess, HERE);
        String other = sessions.open(tess, new Sessions.From("10.0.0.7", "x".repeat(500)));
        assertThat(sessions.of(tess.id()))
                .extracting(known -> known.from().address())
                .containsExactlyInAnyOrder("127.0.0.1", "10.0.0.7");
        assertThat(sessions.end(tess.id() + 1, Sessions.idOf(one), "owner"))
                .as("of somebody else")
                .isFalse();
        assertThat(sessions.end(tess.id(), Sessions.idOf(one), "owner")).isTrue();
        assertThat(sessions.find(one)).isEmpty();
        assertThat(sessions.find(other)).isPresent();
    }

    @Test
    void aDisabledPersonIsOutAtOnceAndTheLastAdministratorStays() {
        Person tess = tess();
        Person ivo = follow(link(), "Ivo Marsh", "ivo", PASSWORD).orElseThrow();
        String his = sessions.open(ivo, HERE);
        assertThat(people.setDisabled(ivo.id(), true, "owner")).isTrue();
        assertThat(sessions.find(his)).isEmpty();
        assertThat(people.findBy("ivo", PASSWORD)).isEmpty();
        assertThatThrownBy(() -> people.setDisabled(tess.id(), true, "owner"))
                .isInstanceOf(LastAdministratorException.class);
        assertThatThrownBy(() -> fixture.store.write(db -> {
                    grants.set(db, tess.principal(), List.of(new Grant(Role.AUDITOR, Scope.ALL)), "owner");
                    return tess;
                }))
                .isInstanceOf(LastAdministratorException.class);
        assertThat(grants.of(tess.principal())).containsExactly(Grant.ADMINISTRATOR);
        people.setDisabled(ivo.id(), false, "owner");
        assertThat(people.findBy("ivo", PASSWORD)).contains(ivo);
        people.setDisabled(tess.id(), true, "owner");
        assertThat(people.find(tess.id()).orElseThrow().disabledAt()).isPresent();
    }

    @Test
    void somebodyWhoIsAwayHasADelegate() {
        Person tess = tess();
        Person ivo = follow(link(), "Ivo Marsh", "ivo", PASSWORD).orElseThrow();
        Instant until = fixture.clock.instant().plus(Duration.ofDays(14));
        people.setAway(tess.id(), Optional.of(until), Optional.of(ivo.id()), tess.principal());
        assertThat(people.find(tess.id()).orElseThrow())
                .extracting(Person::awayUntil, Person::delegate)
                .containsExactly(Optional.of(until), Optional.of(ivo.id()));
        assertThatThrownBy(
                        () -> people.setAway(tess.id(), Optional.of(until), Optional.of(tess.id()), tess.principal()))
                .hasMessageContaining("their own delegate");
    }

    @Test
    void aGroupWithoutAPersonLeavesTheRest() {
        Person tess = tess();
        Person ivo = follow(link(), "Ivo Marsh", "ivo", PASSWORD).orElseThrow();
        groups.make("pilots", "owner");
        assertThatThrownBy(() -> groups.make("pilots", "owner")).hasMessageContaining("already");
        assertThatThrownBy(() -> groups.make("No Name", "owner")).hasMessageContaining("lower-case");
        groups.setMembers("pilots", Set.of(tess.id(), ivo.id()), "owner");
        groups.setMembers("pilots", Set.of(ivo.id()), "owner");
        assertThat(groups.all().get("pilots")).containsExactly(ivo.id());
        assertThat(groups.setMembers("divers", Set.of(), "owner")).isFalse();
        assertThat(groups.remove("pilots", "owner")).isTrue();
        assertThat(groups.all()).isEmpty();
    }
}
