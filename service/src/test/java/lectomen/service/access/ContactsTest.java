package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ContactsTest {
    @TempDir
    private Path temp;

    @Test
    void aNameStandsForTheMembersOfAGroupOrForOnePersonAndNoneIsANotice() {
        try (PeopleFixture fixture = new PeopleFixture(temp)) {
            Contacts contacts = new Contacts(fixture.people, fixture.groups);
            Person tess = fixture.administrator("Tess Quill", "tess");
            Person nell = fixture.administrator("Nell Fathom", "nell");
            fixture.groups.make("records-office", "owner");
            assertThat(contacts.names()).containsExactly("nell", "records-office", "tess");
            assertThat(contacts.notices(List.of("records-office", "nell")))
                    .containsExactly("The group records-office has no member who can sign in, so nobody can be asked.");
            fixture.groups.setMembers("records-office", Set.of(tess.id(), nell.id()), "owner");
            assertThat(contacts.behind("records-office")).containsExactly(tess, nell);
            assertThat(contacts.behind("nell")).containsExactly(nell);
            fixture.people.setDisabled(nell.id(), true, "owner");
            assertThat(contacts.behind("records-office")).containsExactly(tess);
            assertThat(contacts.notices(List.of("records-office", "nell", "pilots")))
                    .containsExactly(
                            "The contact nell can't sign in any more.",
                            "The contact \"pilots\" is no group or person any more.");
        }
    }

    @Test
    void whoIsAwayHasSomebodyStandIn() {
        try (PeopleFixture fixture = new PeopleFixture(temp)) {
            Contacts contacts = new Contacts(fixture.people, fixture.groups);
            Person tess = fixture.administrator("Tess Quill", "tess");
            Person nell = fixture.administrator("Nell Fathom", "nell");
            assertThat(contacts.standIn(nell)).isEmpty();
            fixture.people.setAway(
                    nell.id(),
                    Optional.of(fixture.clock.instant().plus(Duration.ofDays(3))),
                    Optional.of(tess.id()),
                    "owner");
            assertThat(contacts.behind("nell").stream().map(contacts::standIn)).containsExactly(Optional.of(tess));
        }
    }
}
