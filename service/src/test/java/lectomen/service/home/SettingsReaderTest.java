package lectomen.service.home;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.Scope;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingsReaderTest {
    private static final Path HOME = Path.of("/srv/lectomen");

    @Test
    void theSettingsOfANewHomeAreGood() {
        Settings settings = SettingsReader.read(SettingsReader.FIRST_SETTINGS, HOME);
        assertThat(settings.site().parameters())
                .containsEntry("inbox", "/srv/lectomen/inbox")
                .containsEntry("home", "/srv/lectomen");
        assertThat(settings.roots()).containsExactly(HOME);
        assertThat(settings.folders()).containsEntry("archive", HOME.resolve("archive"));
        assertThat(settings.site().locale()).isEqualTo(Locale.UK);
    }

    @Test
    void everythingCanBeSet() {
        Settings settings = SettingsReader.read("""
                parameters: { quay: Lantern Quay, inbox: "{home}/in" }
                roots: ["/a", "{home}"]
                connections: { one: { folder: "{inbox}/../one" } }
                locale: de-DE
                zone: Europe/Berlin
                workers: { count: 4, memory: 256, time limit: 30, quiet: 5 }
                calendar: { working days: [monday, tuesday], working hours: 08:00 to 16:30, holidays: [2027-12-27] }
                """, HOME);
        assertThat(settings.folders()).containsEntry("one", HOME.resolve("one"));
        assertThat(settings.site().zone()).isEqualTo(ZoneId.of("Europe/Berlin"));
        assertThat(settings.calendar())
                .isEqualTo(new WorkCalendar(
                        Set.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY),
                        Set.of(LocalDate.of(2027, 12, 27)),
                        new WorkCalendar.Hours(LocalTime.of(8, 0), LocalTime.of(16, 30))));
        assertThat(settings.workers())
                .isEqualTo(new Settings.Workers(4, 256, Duration.ofSeconds(30), Duration.ofSeconds(5)));
    }

    @Test
    void whoIsNotifiedAndWhichSystemsAreCalledCanBeSet() {
        Settings settings = SettingsReader.read("""
                connections:
                  office-mail: { mail: { server: localhost, encryption: none, from: works@marrowick.example } }
                  berth-system: { web: { address: "https://berths.marrowick.example/in", secret: berth-key, token: berth-token } }
                  desk: { web: { address: "http://localhost:9435", private: yes } }
                notify: { connection away: [operators, tess], when in doubt: leave, address: "https://capture.example/" }
                """, HOME);
        assertThat(settings.notices().by()).as("the only one").contains("office-mail");
        assertThat(settings.notices().repeats()).isFalse();
        assertThat(settings.notices().notified())
                .containsEntry(NoticeKind.CONNECTION_AWAY, List.of("operators", "tess"));
        assertThat(settings.web().get("berth-system").secret()).contains("berth-key");
        assertThat(settings.web().get("berth-system").secrets()).containsExactly("berth-key", "berth-token");
        assertThat(settings.web().get("berth-system").mayBePrivate()).isFalse();
        assertThat(settings.web().get("desk").mayBePrivate()).isTrue();
        assertThat(settings.site().web()).containsExactlyInAnyOrder("berth-system", "desk");
    }

    @Test
    void printersAreReachedInDifferentWays() {
        Settings settings = SettingsReader.read("""
                connections:
                  plan-room: { printer: { address: "ipp://plotter.marrowick.example/ipp/print", sides: one-sided, job-name: "{rule} {number}" } }
                  gate: { printer: { address: "raw://gate.marrowick.example" } }
                  store: { printer: { address: "lpd://store.marrowick.example/forms", copies: 2 } }
                """, HOME);
        assertThat(settings.printers().get("plan-room").canBeAsked()).isTrue();
        assertThat(settings.printers().get("plan-room").http())
                .hasToString("http://plotter.marrowick.example:631/ipp/print");
        assertThat(settings.printers().get("gate").canBeAsked()).isFalse();
        assertThat(settings.printers().get("store").ticket()).containsEntry("copies", "2");
        assertThat(settings.site().printers())
                .isEqualTo(Map.of("plan-room", "{rule} {number}", "gate", "", "store", ""));
    }

    @Test
    void theSettingsOnThePageAboutSigningInAreGood() throws Exception {
        String page = Files.readString(Path.of(System.getProperty("lectomen.root", ".."), "docs/sign-in.md"));
        List<String> blocks = Pattern.compile("```yaml\n(.*?)```", Pattern.DOTALL)
                .matcher(page)
                .results()
                .map(block -> block.group(1))
                .toList();
        assertThat(blocks).hasSize(2).allSatisfy(block -> assertThat(
                        SettingsReader.read(block, HOME).signIn())
                .isNotEqualTo(SignInSettings.LOCAL));
    }

    @Test
    void howPeopleSignInIsRead() {
        SignInSettings signIn = SettingsReader.read("""
                        sign-in:
                          passwords: only Tess
                          second factor: required
                          openid connect:
                            issuer: https://login.marrowick.example/realm
                            client: lectomen
                            claims: { groups: realm.roles }
                            roles: { permits: { role: operator, rules: [mooring-permits] } }
                            groups: { permits: records-office }
                          directory:
                            url: ldaps://directory.marrowick.example
                            search: { people: "ou=people,dc=x" }
                        """, HOME).signIn();
        assertThat(signIn.hasPassword("tess")).isTrue();
        assertThat(signIn.hasPassword("ivo")).isFalse();
        assertThat(signIn.secondFactorRequired()).isTrue();
        SignInSettings.OpenId openId = signIn.openId().orElseThrow();
        assertThat(openId.label()).isEqualTo("login.marrowick.example");
        assertThat(openId.claims()).isEqualTo(new SignInSettings.Claims("preferred_username", "name", "realm.roles"));
        assertThat(openId.mapping().rolesOf(Set.of("permits", "other")))
                .contains(List.of(new Grant(Role.OPERATOR, Scope.of(Set.of("mooring-permits")))));
        assertThat(openId.mapping().groupsOf(Set.of("permits", "other"))).containsExactly("records-office");
        SignInSettings.Directory directory = signIn.directory().orElseThrow();
        assertThat(directory.search())
                .isEqualTo(new SignInSettings.Search("ou=people,dc=x", "uid", "cn", Optional.empty(), "cn", "member"));
        assertThat(directory.mapping().rolesOf(Set.of("permits")))
                .as("roles are left to the administrators here")
                .isEmpty();
        assertThat(SettingsReader.read("locale: en-GB\n", HOME).signIn()).isEqualTo(SignInSettings.LOCAL);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "rots: [/a]                                  | line 1, column 1: \"rots\" is not known in lectomen.yaml; did you mean \"roots\"?",
                "roots: [in]                                 | expected an absolute path",
                "connections: { one: { foldr: /a } }         | connection \"one\" needs \"folder:\"",
                "connections: { one: /a }                    | connection \"one\" is expected as words with values",
                "zone: Marrowick                             | unknown time zone",
                "workers: { count: none }                    | \"count\" must be a number from 1 to 64",
                "workers: { memory: 12 }                     | \"memory\" must be a number from 64 to 16384",
                "calendar: { working hours: nine to five }   | \"working hours\" is two times such as 08:00 to 17:00",
                "calendar: { holidays: [christmas] }         | a holiday is a day such as 2027-12-25",
                "sign-in: { passwords: none }                | \"passwords\" must be \"all\", or \"only\"",
                "sign-in: { second factor: maybe }           | expected optional or required",
                "sign-in: { openid: {} }                     | \"openid\" is not known in \"sign-in\"",
                "sign-in: { openid connect: { client: a } }  | \"openid connect\" needs \"issuer:\"",
                "sign-in: { openid connect: { client: a, issuer: 'http://login.example' } } | http:// is only for this machine",
                "sign-in: { openid connect: { client: a, issuer: 'https://l.example', roles: { x: king } } } | unknown role \"king\"",
                "sign-in: { openid connect: { client: a, issuer: 'https://l.example', certificate: /none.pem } } | this file can't be read",
                "sign-in: { directory: { url: 'ldap://d.example', search: { people: dc=x } } } | ldap:// is only for this machine",
                "sign-in: { directory: { url: 'ldaps://d.example' } } | \"directory\" needs \"search:\"",
                "sign-in: { directory: { url: 'ldaps://d.example', search: { people: dc=x }, secret: a } } | go together",
                "notify: { by: office }                      | unknown mail connection \"office\"",
                "notify: { address: capture }                | \"address\" must be such as https://",
                "notify: { when in doubt: ask }              | \"when in doubt\" must be repeat or leave",
                "notify: { conection away: operators }       | did you mean \"connection away\"?",
                "connections: { a: { web: {} } }             | \"web\" needs \"address:\"",
                "connections: { a: { web: { address: 'https://b.example', sign in as: me } } } | are needed together",
                "connections: { a: { web: { address: 'https://b.example', sign in as: me, password: p, token: t } } } | not both",
                "connections: { a: { web: { address: 'http://berths.example' } } } | http only on this machine",
                "connections: { a: { web: { address: 'https://me:pw@berths.example' } } } | http only on this machine",
                "connections: { a: { web: { address: 'https://b.example', private: maybe } } } | \"private\"",
                "connections: { a: { printer: { address: 'http://b.example' } } } | such as ipp://plotter",
                "connections: { a: { printer: { address: 'lpd://b.example' } } } | lpd://plotter.marrowick.example/queue",
                "connections: { a: { printer: { address: 'raw://b.example', sides: one-sided } } } | a printer at raw:// takes no \"sides\"",
                "connections: { a: { printer: { address: 'lpd://b.example/q', media: x } } } | a printer at lpd:// takes no \"media\"",
                "connections: { a: { printer: { address: 'raw://b.example', sign in as: me, password: p } } } | takes no \"sign in as\"",
                "parameters: { list: [a] }                   | a parameter must be a text",
                "a: [                                        | no YAML"
            })
    void whatIsWrongIsSaid(String text, String problem) {
        assertThatThrownBy(() -> SettingsReader.read(text + "\n", HOME))
                .isInstanceOf(BadHomeException.class)
                .hasMessageContaining("/srv/lectomen/lectomen.yaml, line ")
                .hasMessageContaining(problem);
    }

    @Test
    void aHomeIsHeldByOneAtATime(@TempDir Path temp) throws Exception {
        try (Home home = Home.open(temp)) {
            assertThat(home.token()).hasSize(48).isEqualTo(home.token());
            assertThat(home.ledgerKey()).hasSize(32).isEqualTo(home.ledgerKey());
            assertThatThrownBy(() -> Home.open(temp))
                    .isInstanceOf(BadHomeException.class)
                    .hasMessageContaining("in use");
        }
        Home.open(temp).close();
    }
}
