package lectomen.service.signin.directory;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.PeopleFixture;
import lectomen.service.access.Person;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.Scope;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.OutsidePerson;
import lectomen.service.signin.PasswordSignIn;
import lectomen.service.signin.PasswordSignIn.Result;
import lectomen.service.signin.SecondFactors;
import lectomen.standins.directory.DirectoryStandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DirectoryTest {
    private static final String PASSWORD = DirectoryStandIn.PASSWORD;
    private static final Grant OPERATOR = new Grant(Role.OPERATOR, Scope.of(Set.of("mooring-permits")));
    private static final HomeKey KEY = new HomeKey(new byte[32]);

    @TempDir
    private Path temp;

    private PeopleFixture fixture;
    private DirectoryStandIn server;
    private SecretStore secrets;
    private OutsidePeople outside;

    @BeforeEach
    void open() throws Exception {
        fixture = new PeopleFixture(temp);
        server = DirectoryStandIn.start(0);
        secrets = new SecretStore(fixture.store, fixture.ledger, KEY, fixture.clock);
        secrets.put("directory", DirectoryStandIn.LOOK_UP_PASSWORD, "owner");
        outside = new OutsidePeople(
                fixture.store, fixture.ledger, fixture.people, fixture.grants, fixture.groups, fixture.clock);
    }

    @AfterEach
    void close() {
        server.close();
        fixture.close();
    }

    private SignInSettings.Directory settings() {
        return new SignInSettings.Directory(
                "Marrowick Harbour",
                URI.create("ldap://localhost:" + server.port()),
                Optional.empty(),
                Optional.of(DirectoryStandIn.LOOK_UP_AS),
                Optional.of("directory"),
                new SignInSettings.Search(
                        DirectoryStandIn.PEOPLE, "uid", "cn", Optional.of(DirectoryStandIn.GROUPS), "cn", "member"),
                new SignInSettings.Mapping(
                        Map.of(
                                "permit-office", List.of(OPERATOR),
                                "harbour-administrators", List.of(Grant.ADMINISTRATOR)),
                        Map.of("permit-office", "records-office")));
    }

    private Directory directory() {
        return new Directory(settings(), secrets, TrustedAuthorities.connections(Optional.empty()));
    }

    private PasswordSignIn signIn() {
        SignInSettings all = new SignInSettings(Optional.of("tess"), false, Optional.empty(), Optional.of(settings()));
        return new PasswordSignIn(
                fixture.store,
                fixture.ledger,
                fixture.people,
                new SecondFactors(fixture.store, fixture.ledger, KEY, fixture.clock, all),
                outside,
                Optional.of(directory()),
                all,
                fixture.tries(5),
                fixture.tries(10));
    }

    private static Result prove(PasswordSignIn signIn, String name, String password) {
        return signIn.prove(new PasswordSignIn.Typed(name, password, ""), "127.0.0.1");
    }

    @Test
    void thePasswordIsAskedOfTheDirectoryAndTheGroupsAreLookedUp() {
        assertThat(directory().ask("ned", PASSWORD))
                .isEqualTo(new Directory.Answer.Known(new OutsidePerson(
                        "directory",
                        "uid=ned," + DirectoryStandIn.PEOPLE,
                        "ned",
                        "Ned Capstan",
                        Set.of("permit-office"))));
    }

    @ParameterizedTest
    @CsvSource({
        "ned, not this one",
        "ned, ''",
        "nobody, slack water at six",
        "'', slack water at six",
        "*, slack water at six",
        "n*, slack water at six",
        "'ned)(uid=*', slack water at six"
    })
    void anythingElseProvesNothing(String name, String password) {
        assertThat(directory().ask(name, password)).isEqualTo(new Directory.Answer.Wrong());
    }

    @Test
    void aDirectoryThatIsAwayOrDoesNotLetUsLookUpIsSaidToBe() {
        secrets.put("directory", "not the password", "owner");
        assertThat(directory().ask("ned", PASSWORD)).isEqualTo(new Directory.Answer.Unreachable());
        secrets.remove("directory", "owner");
        assertThat(directory().ask("ned", PASSWORD)).isEqualTo(new Directory.Answer.Unreachable());
        secrets.put("directory", DirectoryStandIn.LOOK_UP_PASSWORD, "owner");
        assertThat(directory().ask("ned", PASSWORD)).isInstanceOf(Directory.Answer.Known.class);
        PasswordSignIn signIn = signIn();
        server.close();
        assertThat(prove(signIn, "ned", PASSWORD)).isEqualTo(new Result.Unreachable());
    }

    @Test
    void whoComesForTheFirstTimeBecomesAPersonWithTheRolesOfTheirGroups() {
        fixture.groups.make("records-office", "owner");
        PasswordSignIn signIn = signIn();
        Person ned = ((Result.Proven) prove(signIn, "ned", PASSWORD)).person();
        assertThat(ned.name()).isEqualTo("Ned Capstan");
        assertThat(fixture.grants.of(ned.principal())).containsExactly(OPERATOR);
        assertThat(fixture.groups.all()).isEqualTo(Map.of("records-office", List.of(ned.id())));
        assertThat(prove(signIn, "Ned", PASSWORD)).isEqualTo(new Result.Proven(ned));
        assertThat(fixture.people.list()).containsExactly(ned);
        assertThat(prove(signIn, "ned", "not this one")).isEqualTo(new Result.Wrong());
    }

    @Test
    void rolesAndGroupsFollowThoseOfTheDirectory() throws Exception {
        fixture.groups.make("records-office", "owner");
        fixture.groups.make("pilots", "owner");
        fixture.administrator("Tess Quill", "tess");
        PasswordSignIn signIn = signIn();
        Person ned = ((Result.Proven) prove(signIn, "ned", PASSWORD)).person();
        fixture.groups.setMembers("pilots", Set.of(ned.id()), "owner");
        server.setMember("permit-office", "pia");
        assertThat(prove(signIn, "ned", PASSWORD)).isInstanceOf(Result.Refused.class);
        server.setMember("harbour-administrators", "ned");
        assertThat(prove(signIn, "ned", PASSWORD)).isEqualTo(new Result.Proven(ned));
        assertThat(fixture.grants.of(ned.principal())).containsExactly(Grant.ADMINISTRATOR);
        assertThat(fixture.groups.all())
                .as("groups that no group of the directory stands for stay as they are")
                .isEqualTo(Map.of("pilots", List.of(ned.id()), "records-office", List.of()));
    }

    @Test
    void theLastAdministratorStaysWhateverTheDirectorySays() throws Exception {
        PasswordSignIn signIn = signIn();
        Person maud = ((Result.Proven) prove(signIn, "maud", PASSWORD)).person();
        server.setMember("harbour-administrators", "pia");
        server.setMember("permit-office", "maud");
        assertThat(prove(signIn, "maud", PASSWORD)).isEqualTo(new Result.Proven(maud));
        assertThat(fixture.grants.of(maud.principal())).containsExactly(Grant.ADMINISTRATOR);
        assertThat(fixture.ledger.about(maud.principal()))
                .extracting(Ledger.Entry::event)
                .contains("roles.kept");
    }

    @Test
    void nobodyBecomesAPersonWhoIsHereByNameAloneButByBeingLinked() {
        Person tess = fixture.administrator("Tess Quill", "tess");
        Person ned = fixture.administrator("Ned of the yard", "ned");
        assertThat(prove(signIn(), "ned", PeopleFixture.PASSWORD))
                .as("passwords are off here")
                .isEqualTo(new Result.Wrong());
        assertThat(prove(signIn(), "ned", PASSWORD))
                .isInstanceOfSatisfying(Result.Refused.class, refused -> assertThat(refused.code())
                        .isEqualTo("sign-in-name-in-use"));
        OutsidePeople.Identity entry = new OutsidePeople.Identity("directory", "uid=ned," + DirectoryStandIn.PEOPLE);
        outside.link(ned, entry, tess.principal());
        assertThatThrownBy(() -> outside.link(tess, entry, tess.principal()))
                .hasMessageContaining("is linked to Ned of the yard already");
        assertThat(prove(signIn(), "ned", PASSWORD)).isEqualTo(new Result.Proven(ned));
        assertThat(fixture.grants.of(ned.principal())).containsExactly(OPERATOR);
        assertThat(outside.unlink(ned, "directory", tess.principal())).isTrue();
        assertThat(prove(signIn(), "ned", PASSWORD)).isInstanceOf(Result.Refused.class);
    }

    @Test
    void whoIsDisabledHereIsRefusedAndThatIsRecorded() {
        fixture.administrator("Tess Quill", "tess");
        Person ned = ((Result.Proven) prove(signIn(), "ned", PASSWORD)).person();
        fixture.people.setDisabled(ned.id(), true, "owner");
        assertThat(prove(signIn(), "ned", PASSWORD))
                .isInstanceOfSatisfying(Result.Refused.class, refused -> assertThat(refused.code())
                        .isEqualTo("disabled"));
        assertThat(fixture.ledger.about(ned.principal()))
                .extracting(Ledger.Entry::event)
                .contains("sign-in.refused");
    }
}
