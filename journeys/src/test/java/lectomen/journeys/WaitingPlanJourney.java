package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Plans that wait for a time, and documents that are made out of others, each with a way of its own. */
class WaitingPlanJourney {
    private static final String NOTICES = """
            lectomen: 1
            rule: notices
            from: { folder: "{inbox}/notices", arrives: whole }
            do:
              - find: notice
                fields: { number: { pattern: 'N-\\d{3}', near: Notice, required: yes } }
              - name: "{number}"
              - file: { in: archive, under: Drafts }
              - wait: { for: 2 days }
              - name: "{number} of {today}"
              - file: { in: archive, under: Notices }
            """;

    private static final String PERMITS = """
            lectomen: 1
            rule: permits
            from: { folder: "{inbox}/permits", arrives: whole }
            do:
              - name: "{file name}"
              - each: page
                pages: 2 to last
              - name: "{name}, {part} of {parts}"
              - file: { in: archive, under: Permits }
            then:
              filed:
                tag: done
                answer: { in: answers, named: "{file name}.txt", text: "{end}" }
            """;

    private static final String MANIFESTS = """
            lectomen: 1
            rule: manifests
            from: { folder: "{inbox}/manifests", arrives: whole }
            do:
              - each: file
                name like: "*.txt"
              - find: manifest
                fields: { vessel: { right of: Vessel, required: yes } }
              - name: "{vessel}"
              - wait: { for: 1h }
              - file: { in: archive, under: "Manifests/{folder path}", when taken: leave }
            """;

    private static final String BERTHS = """
            lectomen: 1
            rule: berths
            from: { folder: "{inbox}/berths", arrives: whole }
            do:
              - find: berth
                fields:
                  vessel: { right of: Vessel, required: yes }
                  quay: { look up: { in: quays, by: vessel, give: quay } }
              - name: "{vessel} at {quay}"
              - file: { in: archive, under: Planned }
              - wait: { for: 1h }
              - file: { in: archive, under: Berthed }
            """;

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(NOTICES);
        service.live(PERMITS);
        service.live(MANIFESTS);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static JsonNode story(JsonNode job) {
        return service.get("/jobs/" + job.path("id").asString());
    }

    private static List<String> filed(String folder) {
        return FilesBelow.namesOf(service.archive().resolve(folder));
    }

    private static void awaitReason(JsonNode job, String code) throws Exception {
        RunningService.await(
                code,
                RunningService.LONGEST_WAIT,
                () -> story(job).path("reason").path("code").asString("").equals(code));
    }

    private static void drop(String folder, String name, byte[] bytes) throws IOException {
        Path whole = Files.write(temp.resolve(name), bytes);
        Files.move(whole, service.inbox(folder).resolve(name));
    }

    private static byte[] pdf(int pages) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            for (int page = 0; page < pages; page++) {
                document.addPage(new PDPage());
            }
            document.save(bytes);
        }
        return bytes.toByteArray();
    }

    private static byte[] zip(String... namesAndTexts) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (int at = 0; at < namesAndTexts.length; at += 2) {
                zip.putNextEntry(new ZipEntry(namesAndTexts[at]));
                zip.write(namesAndTexts[at + 1].getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    @Test
    void aDocumentIsFiledWaitsThroughARestartAndANewVersionAndIsFiledAgain() throws Exception {
        drop("notices", "a.txt", "Notice: N-101\n".getBytes(StandardCharsets.UTF_8));
        JsonNode job = service.awaitJob("a.txt", "waiting");
        awaitReason(job, "plan.waits-for-time");
        assertThat(filed("Drafts")).contains("N-101.txt");
        JsonNode waiting = story(job);
        assertThat(waiting.path("waitsUntil").asString()).isNotEmpty();
        assertThat(waiting.has("nextTryAt")).isFalse();
        assertThat(waiting.path("steps").get(3).path("outcome").asString()).isEqualTo("waits for time");
        assertThat(service.client("job", "show", job.path("id").asString()).out())
                .contains("Waits until ");

        service.post("/rules", NOTICES.replace("under: Notices", "under: Elsewhere"));
        service.post("/rules/notices/live", "");
        service.stop();
        service.startAgain();
        assertThat(story(job).path("state").asString()).isEqualTo("waiting");
        service.advance(Duration.ofDays(2));
        service.awaitJob("a.txt", "filed");
        assertThat(filed("Notices"))
                .as("by the version that it began with")
                .anyMatch(name -> name.startsWith("N-101 of ") && name.endsWith(".txt"));
        assertThat(filed("Elsewhere")).isEmpty();
        JsonNode done = story(job);
        List<String> steps = new ArrayList<>();
        done.path("steps")
                .forEach(step -> steps.add(
                        step.path("step").asInt() + " " + step.path("outcome").asString()));
        assertThat(steps)
                .as("nothing ran again but the step that waited")
                .containsExactly("1 done", "2 done", "3 done", "4 waits for time", "4 done", "5 done", "6 done");
        assertThat(done.path("fields").size()).isEqualTo(1);
    }

    @Test
    void aWaitingDocumentCanBeHeldReleasedAndCancelled() throws Exception {
        drop("notices", "b.txt", "Notice: N-102\n".getBytes(StandardCharsets.UTF_8));
        JsonNode job = service.awaitJob("b.txt", "waiting");
        awaitReason(job, "plan.waits-for-time");
        String id = job.path("id").asString();
        String before = story(job).path("waitsUntil").asString();
        service.post("/jobs/" + id + "/hold", "");
        assertThat(story(job).path("state").asString()).isEqualTo("held");
        service.post("/jobs/" + id + "/release", "");
        assertThat(story(job).path("waitsUntil").asString()).isEqualTo(before);
        assertThat(service.client("job", "retry", id).err()).contains("its rule has it wait for a time");
        service.post("/jobs/" + id + "/cancel", "");
        service.advance(Duration.ofDays(3));
        drop("notices", "c.txt", "Notice: N-103\n".getBytes(StandardCharsets.UTF_8));
        awaitReason(service.awaitJob("c.txt", "waiting"), "plan.waits-for-time");
        assertThat(story(job).path("state").asString()).isEqualTo("cancelled");
        assertThat(filed("Notices")).noneMatch(name -> name.contains("N-102"));
    }

    @Test
    void aDocumentCanGoOnBeforeItsTime() throws Exception {
        drop("notices", "soon.txt", "Notice: N-104\n".getBytes(StandardCharsets.UTF_8));
        JsonNode job = service.awaitJob("soon.txt", "waiting");
        awaitReason(job, "plan.waits-for-time");
        String id = job.path("id").asString();
        assertThat(service.client("job", "continue", id).out()).isEqualTo("Job " + id + " is waiting\n");
        service.awaitJob("soon.txt", "filed");
        assertThat(story(job).path("places").toString()).contains("/N-104 of ");
        assertThat(service.client("job", "continue", id).err()).contains("it does not wait for a time");
    }

    @Test
    void holdingTheWholeHoldsItsDocuments() throws Exception {
        drop("manifests", "sunday.zip", zip("g.txt", "Vessel: Skua\n", "h.txt", "Vessel: Auk\n"));
        JsonNode whole = service.awaitJob("sunday.zip", "waiting");
        String id = whole.path("id").asString();
        RunningService.await("both wait for a time", RunningService.LONGEST_WAIT, () -> {
            JsonNode parts = story(whole).path("parts");
            return parts.size() == 2
                    && story(parts.get(0)).has("waitsUntil")
                    && story(parts.get(1)).has("waitsUntil");
        });
        service.post("/jobs/" + id + "/hold", "");
        assertThat(story(whole).path("state").asString()).isEqualTo("waiting");
        story(whole).path("parts").forEach(part -> assertThat(part.path("state").asString())
                .isEqualTo("held"));
        service.advance(Duration.ofHours(2));
        assertThat(service.client("job", "hold", id).err()).contains("none of its documents can be held");
        service.post("/jobs/" + id + "/release", "");
        RunningService.await(
                "the whole is filed",
                RunningService.LONGEST_WAIT,
                () -> story(whole).path("state").asString().equals("filed"));
        assertThat(filed("Manifests")).contains("Skua.txt", "Auk.txt");
    }

    @Test
    void eachPageGoesItsOwnWayAndTheWholeEndsWithTheLast() throws Exception {
        drop("permits", "week 9.pdf", pdf(4));
        JsonNode whole = service.awaitJob("week 9.pdf", "filed");
        assertThat(filed("Permits")).containsExactly("week 9, 1 of 3.pdf", "week 9, 2 of 3.pdf", "week 9, 3 of 3.pdf");
        JsonNode story = story(whole);
        assertThat(story.path("parts").size()).isEqualTo(3);
        assertThat(story.path("tags").toString()).contains("done");
        JsonNode second = story(story.path("parts").get(1));
        assertThat(second.path("fileName").asString()).isEqualTo("week 9 page 3.pdf");
        assertThat(second.path("partOf").path("number").asInt()).isEqualTo(2);
        assertThat(second.path("partOf").path("job").asString())
                .isEqualTo(whole.path("id").asString());
        assertThat(second.path("places").get(0).asString()).endsWith("Permits/week 9, 2 of 3.pdf");
        RunningService.await("the sender has one answer", RunningService.LONGEST_WAIT, () -> FilesBelow.namesOf(
                        service.inbox("permits").resolve("answers"))
                .equals(List.of("week 9.txt")));
        String shown =
                service.client("job", "show", whole.path("id").asString()).out();
        assertThat(shown).contains("document  job ").contains("week 9 page 2.pdf: filed");
    }

    @Test
    void aDocumentWithoutSuchPagesFailsWithItsReason() throws Exception {
        drop("permits", "one page.pdf", pdf(1));
        JsonNode job = service.awaitJob("one page.pdf", "failed");
        assertThat(job.path("reason").path("words").asString())
                .isEqualTo("None of the pages 2 to last exists; the document has 1 page.");
    }

    @Test
    void filesOfAnArchiveThatFailAreRetriedAlone() throws Exception {
        drop(
                "manifests",
                "tuesday.zip",
                zip("a.txt", "Vessel: Heron\n", "in/b.txt", "nothing\n", "c.txt", "Vessel: Tern\n", "d.csv", "1;2\n"));
        RunningService.await(
                "two wait and one has failed",
                RunningService.LONGEST_WAIT,
                () -> service.count("manifests", "failed") == 1 && service.count("manifests", "waiting") == 3);
        JsonNode whole = service.awaitJob("tuesday.zip", "waiting");
        awaitReason(whole, "plan.waits-for-children");
        service.advance(Duration.ofHours(1));
        RunningService.await(
                "the whole has failed",
                RunningService.LONGEST_WAIT,
                () -> story(whole).path("state").asString().equals("failed"));
        assertThat(filed("Manifests")).containsExactly("Heron.txt", "Tern.txt");
        assertThat(story(whole).path("reason").path("words").asString())
                .startsWith("1 of 3 documents made from it was not filed.");
        Path back = service.inbox("manifests").resolve("failed/tuesday.zip");
        RunningService.await("only what was dropped goes back", RunningService.LONGEST_WAIT, () -> Files.exists(back));
        assertThat(service.inbox("manifests").resolve("failed/b.txt")).doesNotExist();

        service.post("/jobs/" + whole.path("id").asString() + "/retry", "");
        RunningService.await(
                "the same again",
                RunningService.LONGEST_WAIT,
                () -> story(whole).path("state").asString().equals("failed")
                        && story(story(whole).path("parts").get(1))
                                        .path("steps")
                                        .size()
                                == 2);
        JsonNode failed = story(whole).path("parts").get(1);
        assertThat(failed.path("fileName").asString()).isEqualTo("b.txt");
        service.send(service.request("/jobs/" + failed.path("id").asString() + "/file")
                .setHeader("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(
                        "{\"in\": \"archive\", \"under\": \"Manifests\", \"name\": \"by hand\"}")));
        RunningService.await(
                "the whole is filed once its last document is",
                RunningService.LONGEST_WAIT,
                () -> story(whole).path("state").asString().equals("filed"));
        assertThat(filed("Manifests")).containsExactly("Heron.txt", "Tern.txt", "by hand.txt");
    }

    @Test
    void cancellingTheWholeCancelsItsDocuments() throws Exception {
        drop("manifests", "friday.zip", zip("e.txt", "Vessel: Gull\n", "f.txt", "Vessel: Shag\n"));
        JsonNode whole = service.awaitJob("friday.zip", "waiting");
        awaitReason(whole, "plan.waits-for-children");
        RunningService.await("both wait for a time", RunningService.LONGEST_WAIT, () -> {
            JsonNode parts = story(whole).path("parts");
            return parts.size() == 2
                    && story(parts.get(0)).has("waitsUntil")
                    && story(parts.get(1)).has("waitsUntil");
        });
        service.post("/jobs/" + whole.path("id").asString() + "/cancel", "");
        JsonNode story = story(whole);
        assertThat(story.path("state").asString()).isEqualTo("cancelled");
        story.path("parts")
                .forEach(part -> assertThat(part.path("state").asString()).isEqualTo("cancelled"));
        service.advance(Duration.ofHours(2));
        assertThat(filed("Manifests")).noneMatch(name -> name.startsWith("Gull"));
    }

    @Test
    void whatIsFiledBeforeAWaitStaysAsItIsWhenALookupChangesMeanwhile() throws Exception {
        Path quays = Files.writeString(temp.resolve("quays.csv"), "vessel,quay\nHeron,Lantern Quay\n");
        service.client("lookup", "put", "quays", quays.toString());
        service.live(BERTHS);
        drop("berths", "heron.txt", "Vessel: Heron\n".getBytes(StandardCharsets.UTF_8));
        service.awaitInTime("it waits", () -> filed("Planned").size() == 1);
        JsonNode job = service.job("heron.txt");
        awaitReason(job, "plan.waits-for-time");
        Files.writeString(quays, "vessel,quay\nHeron,Tide Quay\n");
        service.client("lookup", "put", "quays", quays.toString());
        service.advance(Duration.ofHours(1));
        service.awaitJob("heron.txt", "filed");
        assertThat(filed("Planned")).containsExactly("Heron at Lantern Quay.txt");
        assertThat(filed("Berthed")).containsExactly("Heron at Tide Quay.txt");
    }
}
