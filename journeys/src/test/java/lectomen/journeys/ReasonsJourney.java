package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every way in which a job fails or waits, brought about for real, with the whole sentence that people read. */
class ReasonsJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private static Path temp;

    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        Path home = Files.createDirectories(temp.resolve("home")).toRealPath();
        for (String folder : List.of("inbox", "archive", "small")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" }, small: { folder: "{home}/small" } }
                """);
        service = RunningService.start(home);
        service.live(Rules.tickets("tickets", "fail"));
        service.live(Rules.keepName("filing", "arrives: whole"));
        service.live(rule("pdfs", "when:\n  text contains: PERMIT\n", "- file: { in: archive, under: pdfs }"));
        service.live(rule(
                "read-it",
                "",
                "- find: thing\n  fields:\n    number: { pattern: 'N-\\d+', required: yes }\n- file: { in: archive }"));
    }

    @AfterAll
    static void stop() {
        service.close();
    }

    private static String rule(String id, String when, String steps) {
        return """
                lectomen: 1
                rule: %s
                from:
                  - folder: "{inbox}/%s"
                    arrives: whole
                %sdo:
                %s""".formatted(id, id, when, steps.indent(2));
    }

    /** A rule that finds a berth, and then does that step with it. */
    private static String withBerth(String id, String step) {
        return rule(id, "", "- find: thing\n  fields:\n    berth: { right of: Berth }\n" + step);
    }

    private static String upload(String rule, String name, byte[] bytes) {
        HttpResponse<String> response = service.send(service.request("/uploads?rule=" + rule + "&name=" + name)
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofByteArray(bytes)));
        return JSON.readTree(response.body()).path("job").asString();
    }

    private static String upload(String rule, String name, String text) {
        return upload(rule, name, text.getBytes(StandardCharsets.UTF_8));
    }

    private static byte[] pdf(boolean locked) throws Exception {
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            if (locked) {
                document.protect(new StandardProtectionPolicy("owner", "user", new AccessPermission()));
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private static JsonNode job(String id) {
        return service.get("/jobs/" + id);
    }

    /** Waits until the job has the state for that reason, and compares the sentence that it says. */
    private static void assertSays(String id, String state, String code, String sentence) throws Exception {
        service.awaitInTime(
                code + " at job " + id,
                () -> job(id).path("state").asString().equals(state)
                        && (!state.equals("waiting")
                                || job(id).path("reason")
                                        .path("code")
                                        .asString("")
                                        .equals(code)));
        JsonNode reason = job(id).path("reason");
        assertThat(reason.path("code").asString()).isEqualTo(code);
        assertThat(reason.path("words").asString()).isEqualTo(sentence);
    }

    @Test
    void anEmptyFile() throws Exception {
        assertSays(
                upload("tickets", "empty.txt", ""),
                "failed",
                "file.empty",
                "The file is empty (0 bytes). It may not have been copied completely. Send it again.");
    }

    @Test
    void aPdfThatIsCutOff() throws Exception {
        byte[] whole = pdf(false);
        assertSays(
                upload("pdfs", "cut.pdf", Arrays.copyOf(whole, whole.length - 60)),
                "failed",
                "pdf.truncated",
                "The PDF is incomplete: it has " + (whole.length - 60)
                        + " bytes and no end-of-file marker. It may not have been copied completely. Send it again.");
    }

    @Test
    void aBrokenPdf() throws Exception {
        assertSays(
                upload("pdfs", "broken.pdf", "%PDF-1.7\nnothing of a pdf\n%%EOF\n"),
                "failed",
                "pdf.broken",
                "The PDF can't be read: Missing root object specification in trailer. Save it again in the program that made it.");
    }

    @Test
    void aPdfThatNeedsAPassword() throws Exception {
        assertSays(
                upload("pdfs", "locked.pdf", pdf(true)),
                "failed",
                "pdf.password",
                "The PDF needs a password to open. Send a copy without a password.");
    }

    @Test
    void anUnmatchedDocument() throws Exception {
        assertSays(
                upload("pdfs", "blank.pdf", pdf(false)),
                "unmatched",
                "rule.none-matches",
                "No rule matches: pdfs: text contains \"PERMIT\": not found: no text on page 1, which is empty or only pictures. Change a rule, give the document to a rule, or file it by hand.");
    }

    @Test
    void aDocumentWithoutText() throws Exception {
        assertSays(
                upload("read-it", "textless.pdf", pdf(false)),
                "failed",
                "text.none",
                "No text on page 1. Step \"find\" of rule read-it needs text. Send a file with text, or a sharper scan.");
    }

    @Test
    void aBrokenPicture() throws Exception {
        assertSays(
                upload("read-it", "picture.png", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0}),
                "failed",
                "picture.broken",
                "The picture can't be read: I/O error reading PNG header. Its original can be downloaded unchanged.");
    }

    @Test
    void aTypeOfFileThatHoldsNoText() throws Exception {
        assertSays(
                upload("read-it", "parts.zip", new byte[] {'P', 'K', 5, 6, 0, 0, 0, 0, 0, 0, 0, 0}),
                "failed",
                "file.type-unreadable",
                "Text can't be read from zip files, but the rule needs it for: step \"find\" of rule read-it. Remove the type from \"accept\", or send the document in another format.");
    }

    @Test
    void aPatternThatTakesTooLong() throws Exception {
        service.live(rule("slow", "when:\n  text matches: '(a|aa)+\\1c'\n", "- file: { in: archive }"));
        assertSays(
                upload("slow", "slow.txt", "a".repeat(300) + "!"),
                "failed",
                "pattern.too-slow",
                "The pattern (a|aa)+\\1c (line 7 of rule slow) took too long on this document. Simplify it.");
    }

    @Test
    void aFieldThatIsMissing() throws Exception {
        assertSays(
                upload("tickets", "numberless.txt", "HARBOUR TICKET\n\nNumbr: none\n"),
                "failed",
                "field.missing",
                "No \"ticket number\" on page 1 (expected T-\\d{4} near \"Number\"); nearest: \"Numbr:\", page 1. Check the document, or the labels in the rule.");
    }

    @Test
    void aFieldThatIsNoDate() throws Exception {
        service.live(
                rule(
                        "dates",
                        "",
                        "- find: thing\n  fields:\n    issued: { right of: Issued, as: date, required: yes }\n- file: { in: archive }"));
        assertSays(
                upload("dates", "no-date.txt", "Issued: some day in May\n"),
                "failed",
                "field.invalid",
                "Field \"issued\" on page 1 reads \"some day in May\", which is not a valid date. Correct the document or the rule.");
    }

    @Test
    void aNameThatIsEmpty() throws Exception {
        service.live(withBerth("names", "- name: \"{berth}\"\n- file: { in: archive }"));
        assertSays(
                upload("names", "nameless.txt", "nothing here\n"),
                "failed",
                "name.empty",
                "The name pattern \"{berth}\" gives an empty name because berth has no value. Check how the rule finds the field, or add a default: \"or 'none'\".");
    }

    @Test
    void aFolderThatIsEmpty() throws Exception {
        service.live(withBerth("folders", "- file: { in: archive, under: \"Berths/{berth}\" }"));
        assertSays(
                upload("folders", "folderless.txt", "nothing here\n"),
                "failed",
                "folder.empty",
                "The folder pattern \"Berths/{berth}\" gives an empty folder name because berth has no value. Check how the rule finds the field, or add a default: \"or 'none'\".");
    }

    @Test
    void aSlotThatIsNoDate() throws Exception {
        service.live(withBerth("slots", "- name: \"{berth | date yyyy}\"\n- file: { in: archive }"));
        assertSays(
                upload("slots", "undated.txt", "Berth: Lantern Quay 4\n"),
                "failed",
                "slot.not-a-date",
                "The name uses a date format for berth, but \"Lantern Quay 4\" is not a date. Read the field with \"as: date\", or remove the date format.");
    }

    @Test
    void aNameThatIsTaken() throws Exception {
        Files.createDirectories(service.archive().resolve("tickets"));
        Files.writeString(service.archive().resolve("tickets/T-0001.txt"), "a stranger's");
        assertSays(
                upload("tickets", "taken.txt", Rules.ticket("T-0001")),
                "failed",
                "name.taken",
                "A file named \"T-0001.txt\" already exists in \"tickets\", and the rule says: when taken, fail. Move or rename that file or change the rule, then retry.");
    }

    @Test
    void aFileWhereAFolderIsNeeded() throws Exception {
        service.live(Rules.keepName("blocked", "arrives: whole"));
        Files.writeString(service.archive().resolve("blocked"), "in the way");
        assertSays(
                upload("blocked", "blocked.txt", "blocked"),
                "failed",
                "destination.not-a-folder",
                "In connection archive, a file exists where folder \"blocked\" is needed. Move the file away, then retry.");
        assertThat(service.archive().resolve("blocked")).hasContent("in the way");
    }

    @Test
    void aDestinationThatIsAwayThenAJobThatIsHeldThenCancelled() throws Exception {
        Path away = temp.resolve("away");
        Files.move(service.archive(), away);
        String waiting = upload("filing", "waiting.txt", "waiting");
        assertSays(
                waiting,
                "waiting",
                "destination.away",
                "The folder of connection archive can't be reached. Filing is retried until it can.");
        RunningService.await(
                "it can be held",
                RunningService.LONGEST_WAIT,
                () -> service.send(service.request("/jobs/" + waiting + "/hold").POST(BodyPublishers.noBody()))
                                .statusCode()
                        == 200);
        assertSays(waiting, "held", "job.held", "Held by owner. To continue: job release.");
        service.post("/jobs/" + waiting + "/cancel", "");
        assertSays(
                waiting,
                "cancelled",
                "job.cancelled",
                "Cancelled by owner. The original is kept. To run the job after all: job run-again.");
        Files.move(away, service.archive());
    }

    @Test
    void aDestinationThatIsFullThenReadOnly() throws Exception {
        Path small = service.home().resolve("small");
        service.live(Rules.keepName("small", "arrives: whole").replace("in: archive", "in: small"));
        try (SmallDisk disk = SmallDisk.mount(small, "size=64k")) {
            Files.write(small.resolve("ballast"), new byte[60_000]);
            String full = upload("small", "full.txt", "x".repeat(30_000));
            assertSays(
                    full,
                    "waiting",
                    "destination.full",
                    "The disk of connection small is full. Filing is retried until there is space.");
            disk.remount("ro");
            assertSays(
                    full,
                    "waiting",
                    "destination.read-only",
                    "The folder of connection small can't be written (the file system is read-only). Filing is retried until it can.");
            disk.remount("rw");
            Files.delete(small.resolve("ballast"));
            service.awaitInTime(
                    "it is filed", () -> job(full).path("state").asString().equals("filed"));
            assertThat(small.toFile().list())
                    .as("nothing half-written is left")
                    .containsExactlyInAnyOrder("small", ".lectomen-folder");
        }
    }

    @Test
    void bytesThatWereFiledBeforeAreHeldOrRejected() throws Exception {
        String same = "the same bytes each time";
        service.live(Rules.keepName("once", "arrives: whole\nseen before: hold"));
        service.drop("once", "first.txt", same);
        String first = service.awaitJob("first.txt", "filed").path("id").asString();
        service.drop("once", "second.txt", same);
        assertSays(
                service.awaitJob("second.txt", "held").path("id").asString(),
                "held",
                "duplicate.held",
                "The same content was filed before, by job " + first
                        + ", and the source says: seen before, hold. Release the job to file it again, or cancel it.");
        service.live(Rules.keepName("never-twice", "arrives: whole\nseen before: reject"));
        service.drop("never-twice", "third.txt", same);
        assertSays(
                service.awaitJob("third.txt", "rejected").path("id").asString(),
                "rejected",
                "duplicate.rejected",
                "The same content was filed before, by job " + first
                        + ", and the source says: seen before, reject. To file it anyway: job run-again.");
    }
}
