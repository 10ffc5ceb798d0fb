package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Documents and the data files beside them, in each form and in each way that it can go wrong. */
class SidecarJourney {
    private static final String NOTICES = """
            lectomen: 1
            rule: notices
            from:
              - folder: "{inbox}/notices"
                arrives: whole
                sidecar:
                  form: [xml, json]
                  wait: 30s
                  without sidecar: fail
                  two alike: fail
                  late: fail
                  namespaces: { n: "urn:marrowick:notice" }
            when:
              sidecar: { at: [/n:notice/n:kind, /kind], like: "navigation*" }
            do:
              - find: notice
                fields:
                  number: { sidecar: [/n:notice/@number, /number], required: yes }
                  area: { sidecar: [/n:notice/n:area, /area], take: first }
              - name: "NM {number} {area}"
              - file: { in: archive, under: Notices }
            """;

    private static final String LATE = """
            lectomen: 1
            rule: late-notices
            from:
              - folder: "{inbox}/late-notices"
                arrives: whole
                sidecar: { form: json, wait: 30s, without sidecar: take, late: run again, without document: leave }
            do:
              - find: notice
                fields:
                  number: { sidecar: /number, default: "unnumbered" }
              - name: "{number} {file name}"
              - file: { in: archive, under: Late }
            """;

    private static final String LISTED = """
            lectomen: 1
            rule: deliveries
            from:
              - folder: "{inbox}/deliveries"
                arrives: whole
                sidecar: { form: csv, documents: file, wait: 30s }
            do:
              - find: delivery
                fields:
                  supplier: { sidecar: supplier where file = $file, required: yes }
              - name: "{supplier} {file name}"
              - file: { in: archive, under: Deliveries }
            """;

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(NOTICES.replace("at: [/n:notice/n:kind, /kind]", "at: \"//*[local-name() = 'kind']\""));
        service.live(LATE);
        service.live(LISTED);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static void drop(String folder, String name, String text) throws Exception {
        drop(folder, name, text, StandardCharsets.UTF_8);
    }

    private static void drop(String folder, String name, String text, Charset charset) throws Exception {
        Path whole = Files.writeString(temp.resolve("being-written"), text, charset);
        Files.move(whole, service.inbox(folder).resolve(name));
    }

    private static String xml(String encoding, String number, String area) {
        return "<?xml version=\"1.0\" encoding=\"" + encoding + "\"?>\n<notice xmlns=\"urn:marrowick:notice\" number=\""
                + number + "\"><kind>navigational</kind><area>" + area + "</area></notice>\n";
    }

    /** Lets the time pass for which what is alone waits for its other. */
    private static void patienceEnds(String folder) throws Exception {
        service.awaitLook(folder);
        service.advance(Duration.ofSeconds(31));
    }

    private static void awaitFiled(String name) throws Exception {
        RunningService.await(
                name + " is filed",
                RunningService.LONGEST_WAIT,
                () -> Files.exists(service.archive().resolve(name)));
    }

    private static void awaitWaiting(String folder, String words) throws Exception {
        RunningService.await(
                "it is said what " + folder + " waits for",
                RunningService.LONGEST_WAIT,
                () -> service.get("/sources").toString().contains(words));
    }

    @Test
    void aDataFileMayComeFirstOrLastAndInOtherEncodings() throws Exception {
        drop("notices", "first.xml", xml("ISO-8859-1", "101", "Fiskø Light"), StandardCharsets.ISO_8859_1);
        awaitWaiting("notices", "waiting for its document");
        drop("notices", "first.txt", "Buoy moved.\n");
        awaitFiled("Notices/NM 101 Fiskø Light.txt");
        drop("notices", "last.txt", "Light out.\n");
        awaitWaiting("notices", "waiting for its data file, last.json or xml");
        drop("notices", "last.txt.xml", xml("UTF-16", "102", "Outer Roads"), StandardCharsets.UTF_16);
        awaitFiled("Notices/NM 102 Outer Roads.txt");
        JsonNode job = service.job("last.txt");
        String story = service.client("job", "show", job.path("id").asString()).out();
        assertThat(story).contains("in the sidecar at").contains("last.txt.xml");
    }

    @Test
    void aDataFileThatNeverComesOrComesTwiceFailsWithTheReasonBesideTheFile() throws Exception {
        drop("notices", "alone.txt", "Nothing beside it.\n");
        patienceEnds("notices");
        JsonNode alone = service.awaitJob("alone.txt", "failed");
        assertThat(alone.path("reason").path("words").asString())
                .isEqualTo(
                        "The data file alone.json or xml did not arrive within 30 s. Drop the document and its data file again.");
        Path reason = service.inbox("notices").resolve("failed/alone.txt.reason.txt");
        RunningService.await("the reason lies beside it", RunningService.LONGEST_WAIT, () -> Files.exists(reason));
        drop("notices", "twice.json", "{\"kind\": \"navigational\", \"number\": \"1\"}");
        drop("notices", "twice.xml", xml("UTF-8", "103", "Mole"));
        drop("notices", "twice.txt", "Two data files.\n");
        assertThat(service.awaitJob("twice.txt", "failed")
                        .path("reason")
                        .path("code")
                        .asString())
                .isEqualTo("sidecar.two");
        drop("notices", "widow.xml", xml("UTF-8", "104", "Mole"));
        patienceEnds("notices");
        assertThat(service.awaitJob("widow.xml", "failed")
                        .path("reason")
                        .path("code")
                        .asString())
                .isEqualTo("sidecar.alone");
    }

    @Test
    void aHalfWrittenOrHostileDataFileFailsItsDocumentAlone() throws Exception {
        Path secret = Files.writeString(temp.resolve("secret.txt"), "never to be seen");
        drop("notices", "torn.xml", "<notice xmlns=\"urn:marrowick:notice\"><kind>navi");
        drop("notices", "torn.txt", "Torn.\n");
        assertThat(service.awaitJob("torn.txt", "failed")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("torn.xml");
        drop(
                "notices",
                "spy.xml",
                "<!DOCTYPE n [<!ENTITY s SYSTEM \"" + secret.toUri() + "\">]>"
                        + "<notice xmlns=\"urn:marrowick:notice\" number=\"9\"><kind>navigational</kind><area>&s;</area></notice>");
        drop("notices", "spy.txt", "Spy.\n");
        service.awaitJob("spy.txt", "failed");
        assertThat(service.client(
                                "job", "show", service.job("spy.txt").path("id").asString())
                        .out())
                .doesNotContain("never to be seen");
    }

    @Test
    void aDataFileThatComesLateHasItsDocumentGoItsWayOnceMore() throws Exception {
        drop("late-notices", "quay.txt", "Crane out of use.\n");
        patienceEnds("late-notices");
        awaitFiled("Late/unnumbered quay.txt");
        drop("late-notices", "quay.json", "{\"number\": \"77\"}");
        awaitFiled("Late/77 quay.txt");
        RunningService.await(
                "what was filed without it is taken back",
                RunningService.LONGEST_WAIT,
                () -> Files.notExists(service.archive().resolve("Late/unnumbered quay.txt")));
        drop("late-notices", "nobody.json", "{\"number\": \"78\"}");
        patienceEnds("late-notices");
        RunningService.await("it stays and says so", RunningService.LONGEST_WAIT, () -> service.jobs().stream()
                .anyMatch(job -> job.path("fileName").asString().equals("nobody.json")
                        && job.path("state").asString().equals("unmatched")));
        assertThat(service.inbox("late-notices").resolve("nobody.json")).exists();
    }

    @Test
    void aTrialTakesTheDataFileAlong() throws Exception {
        Path document = Files.writeString(temp.resolve("trial.txt"), "Buoy moved.\n");
        Path data = Files.writeString(temp.resolve("trial.xml"), xml("UTF-8", "120", "Mole"));
        Answer with = service.client("trial", document.toString(), "--data", data.toString(), "--rule", "notices");
        assertThat(with.out()).contains("NM 120 Mole.txt").contains("in the sidecar at");
        Answer without = service.client("trial", document.toString(), "--rule", "notices");
        assertThat(without.out()).contains("no data file");
    }

    @Test
    void oneDataFileNamesManyDocuments() throws Exception {
        drop("deliveries", "list.csv", "file,supplier\nnote-1.txt,Tern & Sons\nnote-2.txt,Wharf Iron\n");
        drop("deliveries", "note-1.txt", "Rope.\n");
        awaitWaiting("deliveries", "its data file is waiting for note-2.txt");
        drop("deliveries", "note-2.txt", "Bollards.\n");
        awaitFiled("Deliveries/Wharf Iron note-2.txt");
        awaitFiled("Deliveries/Tern & Sons note-1.txt");
        drop("deliveries", "list2.csv", "file,supplier\nnote-3.txt,Tern & Sons\nnote-4.txt,Wharf Iron\n");
        drop("deliveries", "note-3.txt", "Chain.\n");
        awaitWaiting("deliveries", "its data file is waiting for note-4.txt");
        patienceEnds("deliveries");
        assertThat(service.awaitJob("note-3.txt", "failed")
                        .path("reason")
                        .path("words")
                        .asString())
                .contains("note-4.txt");
    }
}
