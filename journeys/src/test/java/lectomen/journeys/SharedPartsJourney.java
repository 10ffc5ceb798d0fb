package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What rules share and what they keep out of sight: parts, secrets, names that are taken, and data tried by hand. */
class SharedPartsJourney {
    private static final String NAMED = """
            lectomen: 1
            part: named
            about: How tickets are called.
            pattern: "%s"
            """;

    @TempDir
    private static Path temp;

    private static RunningService service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static Answer client(String... words) throws Exception {
        return service.client(words);
    }

    private static String file(String name, String content) throws Exception {
        return Files.writeString(temp.resolve(name), content).toString();
    }

    private static void drop(String folder, String name, String text) throws Exception {
        Path whole = Files.writeString(temp.resolve(name), text);
        Files.move(whole, service.inbox(folder).resolve(name));
    }

    private static String namedByPart(String id) {
        return Rules.tickets(id, "number it").replace("name: \"{ticket number}\"", "name: \"{pattern named}\"");
    }

    @Test
    void aPartIsChangedOnceAndEachOfItsRulesGetsANewVersion() throws Exception {
        assertThat(client("rule", "add", file("early.yaml", namedByPart("early")))
                        .err())
                .contains("unknown name pattern \"named\"");
        client("part", "put", file("named.yaml", NAMED.formatted("{file name}")));
        service.live(namedByPart("one"));
        service.live(namedByPart("two"));
        drop("one", "first.txt", Rules.ticket("T-0001"));
        service.awaitJob("first.txt", "filed");
        assertThat(service.archive().resolve("one/first.txt")).exists();
        client(
                "rule",
                "sample",
                "add",
                "two",
                Files.writeString(temp.resolve("s.txt"), Rules.ticket("T-0002")).toString());

        Answer changed = client(
                "part", "put", file("named.yaml", NAMED.formatted("no {file name}")), "--reason", "clearer", "--live");
        assertThat(changed.out())
                .contains("Part named (name pattern) is version 2.")
                .contains("rule one: version 2 is live")
                .contains("rule two: version 2 is not live: Rule two was not put live because sample results differ");
        assertThat(client("rule", "versions", "two").out()).contains("part named is version 2: clearer");
        assertThat(client("rule", "diff", "two").out())
                .contains("Shared part named:")
                .contains("+ pattern: \"no {file name}\"");
        drop("one", "second.txt", Rules.ticket("T-0003"));
        drop("two", "third.txt", Rules.ticket("T-0004"));
        service.awaitJob("second.txt", "filed");
        service.awaitJob("third.txt", "filed");
        assertThat(service.archive().resolve("one/no second.txt")).exists();
        assertThat(service.archive().resolve("two/third.txt"))
                .as("a rule goes on as it was until its new version is live")
                .exists();
        assertThat(client("part", "list").out())
                .containsPattern("named +name pattern +2 +How tickets are called. +one, two");
        assertThat(client("part", "remove", "named").err()).contains("is used by one, two");
        assertThat(client("part", "show", "named").out()).contains("no {file name}");
    }

    @Test
    void whatHasTheNameMovesToWhereTheRuleSaysAndTheJobTellsWhere() throws Exception {
        service.live(Rules.tickets("plans", "new version, move older to: \"{under}/older/{name} v{n}\""));
        for (String depth : new String[] {"4.1 m", "4.2 m", "4.3 m"}) {
            drop("plans", "depth " + depth + ".txt", Rules.ticket("T-0100") + depth);
            service.awaitJob("depth " + depth + ".txt", "filed");
        }
        Path plans = service.archive().resolve("plans");
        assertThat(plans.resolve("T-0100.txt")).content().contains("4.3 m");
        assertThat(plans.resolve("older/T-0100 v1.txt")).content().contains("4.1 m");
        assertThat(plans.resolve("older/T-0100 v2.txt")).content().contains("4.2 m");
        String id = service.job("depth 4.3 m.txt").path("id").asString();
        assertThat(client("job", "show", id).out())
                .contains("the previous version is now " + plans.resolve("older/T-0100 v2.txt"));
        assertThat(client("trial", file("t.txt", Rules.ticket("T-0100")), "--rule", "plans")
                        .out())
                .contains("if the name is taken: new version, with the previous version as plans/older/T-0100 v1.txt");
        try (Stream<Path> files = Files.walk(service.archive())) {
            assertThat(files.map(Path::getFileName).map(Path::toString))
                    .noneMatch(name -> name.startsWith(".lectomen"));
        }
    }

    @Test
    void aNumberHasTheFormThatTheRuleGives() throws Exception {
        service.live(Rules.tickets("logs", "number it, numbered: \"{name}_{n | pad 3}\""));
        drop("logs", "l1.txt", Rules.ticket("T-0200"));
        service.awaitJob("l1.txt", "filed");
        drop("logs", "l2.txt", Rules.ticket("T-0200") + "again");
        service.awaitJob("l2.txt", "filed");
        assertThat(service.archive().resolve("logs/T-0200_002.txt")).exists();
    }

    @Test
    void aSecretGoesInAndNeverComesOut() throws Exception {
        String secret = "kelp-and-brass-44";
        assertThat(service.clientWith(secret + "\n", "secret", "put", "mail-password", "--stdin")
                        .out())
                .contains("Secret mail-password is set, version 1.");
        assertThat(client("secret", "put", "mail-password").err()).contains("--stdin");
        assertThat(client("secret", "list", "--json").out())
                .contains("mail-password")
                .doesNotContain(secret);
        assertThat(client("secret", "list").out()).contains("sealed");
        try (Stream<Path> files = Files.walk(service.home())) {
            for (Path one : files.filter(Files::isRegularFile).toList()) {
                assertThat(Files.readString(one, StandardCharsets.ISO_8859_1))
                        .as("%s", one)
                        .doesNotContain(secret);
            }
        }
        assertThat(client("doctor").out()).contains("keys/secret.key");
        assertThat(client("secret", "remove", "mail-password").out()).contains("is deleted");
    }

    @Test
    void anExpressionIsTriedOnPastedData() throws Exception {
        String notice =
                "<notice xmlns='urn:marrowick:notice'><vessel>Grey Heron</vessel><vessel>Tern</vessel></notice>";
        assertThat(service.clientWith(notice, "trial", "data", "-", "//vessel").out())
                .contains("Grey Heron  (/notice[1]/vessel[1])")
                .contains("2 results.");
        assertThat(service.clientWith(
                                notice, "trial", "data", "-", "//m:vessel[2]", "--prefix", "m=urn:marrowick:notice")
                        .out())
                .contains("Tern");
        assertThat(service.clientWith("{\"number\": 4.20}", "trial", "data", "-", "/number")
                        .out())
                .contains("4.20  (/number)");
        Answer none = service.clientWith("file,berth\na.pdf,Q7\n", "trial", "data", "-", "berth where file = b.pdf");
        assertThat(none.exitCode()).isEqualTo(1);
        assertThat(none.out()).contains("No result.");
        String reaching = "<!DOCTYPE n [<!ENTITY x SYSTEM 'file:///etc/hostname'>]><n>&x;</n>";
        assertThat(service.clientWith(reaching, "trial", "data", "-", "/n").out())
                .contains("document type declaration");
    }
}
