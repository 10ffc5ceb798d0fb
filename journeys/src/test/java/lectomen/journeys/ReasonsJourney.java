package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every way in which a job fails or waits, brought about for real, with the whole sentence that people read. */
class ReasonsJourney {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private Path temp;

    private RunningService service;
    private final Map<String, String> wanted = new LinkedHashMap<>();
    private final Map<String, String> read = new LinkedHashMap<>();

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

    private String upload(String rule, String name, byte[] bytes) {
        HttpResponse<String> response = service.send(service.request("/uploads?rule=" + rule + "&name=" + name)
                .setHeader("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofByteArray(bytes)));
        return JSON.readTree(response.body()).path("job").asString();
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
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

    /** Waits until the job has the state, and keeps the sentence that it says. */
    private void say(String id, String state, String code, String sentence) throws Exception {
        RunningService.await(
                code + " at job " + id,
                Duration.ofSeconds(30),
                () -> job(id),
                () -> job(id).path("state").asString().equals(state)
                        && (!state.equals("waiting")
                                || job(id).path("reason")
                                        .path("code")
                                        .asString("")
                                        .equals(code)));
        wanted.put(code, sentence);
        read.put(code, job(id).path("reason").path("words").asString());
    }

    private JsonNode job(String id) {
        return service.get("/jobs/" + id);
    }

    @Test
    void twentyReasonsAreReadInFull() throws Exception {
        try (RunningService started = RunningService.start(temp.resolve("home"))) {
            service = started;
            service.live(Rules.tickets("tickets", "fail"));
            whatIsWrongWithFiles();
            whatIsWrongWithFieldsAndNames();
            whatIsWrongWithDestinations();
            whatPeopleAndSourcesDid();
        }
        assertThat(read).isEqualTo(wanted);
        assertThat(read).hasSizeGreaterThanOrEqualTo(20);
    }

    private void whatIsWrongWithFiles() throws Exception {
        byte[] whole = pdf(false);
        say(
                upload("tickets", "empty.txt", new byte[0]),
                "failed",
                "file.empty",
                "The file is empty (0 bytes). It was probably not written to its end; send it again.");
        service.live(rule("pdfs", "when:\n  text contains: PERMIT\n", "- file: { in: archive, under: pdfs }"));
        say(
                upload("pdfs", "cut.pdf", Arrays.copyOf(whole, whole.length - 60)),
                "failed",
                "pdf.truncated",
                "The PDF is cut off: it has " + (whole.length - 60)
                        + " bytes and no end-of-file mark. It was probably not copied whole; send it again.");
        say(
                upload("pdfs", "broken.pdf", text("%PDF-1.7\nnothing of a pdf\n%%EOF\n")),
                "failed",
                "pdf.broken",
                "The PDF can't be read: Missing root object specification in trailer. Save it anew from the program that made"
                        + " it.");
        say(
                upload("pdfs", "locked.pdf", pdf(true)),
                "failed",
                "pdf.password",
                "The PDF is encrypted and opens only with a password. Send it without one.");
        say(
                upload("pdfs", "blank.pdf", whole),
                "unwanted",
                "rule.none-wants",
                "No rule wants it: pdfs: text contains \"PERMIT\": not found: no text on page 1, only pictures or nothing."
                        + " Change a rule, give it to one, or file it by hand.");
        service.live(rule(
                "read-it",
                "",
                "- find: thing\n  fields:\n    number: { pattern: 'N-\\d+', required: yes }\n- file: { in: archive }"));
        say(
                upload("read-it", "blank.pdf", whole),
                "failed",
                "text.none",
                "No text on page 1. Step \"find\" of rule read-it needs text. Send a file with text in it, or a sharper scan of it.");
        say(
                upload("read-it", "picture.png", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0}),
                "failed",
                "picture.broken",
                "The picture can't be read: I/O error reading PNG header. Its original can be taken out as it came.");
        say(
                upload("read-it", "parts.zip", new byte[] {'P', 'K', 5, 6, 0, 0, 0, 0, 0, 0, 0, 0}),
                "failed",
                "file.type-unreadable",
                "Text can't be read from a file of type zip. The rule needs it for: step \"find\" of rule read-it. Take the type out of"
                        + " \"accept\", or send another form of the document.");
        service.live(rule("slow", "when:\n  text matches: '(a|aa)+\\1c'\n", "- file: { in: archive }"));
        say(
                upload("slow", "slow.txt", text("a".repeat(300) + "!")),
                "failed",
                "pattern.too-slow",
                "The pattern (a|aa)+\\1c (line 7 of rule slow) took too long on this document. Make it simpler.");
    }

    private void whatIsWrongWithFieldsAndNames() throws Exception {
        say(
                upload("tickets", "numberless.txt", text("HARBOUR TICKET\n\nNumbr: none\n")),
                "failed",
                "field.missing",
                "No ticket number on page 1 (sought T-\\d{4} near \"Number\"); nearest: \"Numbr:\", page 1. Look at the"
                        + " document, or at the labels that the rule names.");
        service.live(
                rule(
                        "dates",
                        "",
                        "- find: thing\n  fields:\n    issued: { right of: Issued, as: date, required: yes }\n- file: { in: archive }"));
        say(
                upload("dates", "no-date.txt", text("Issued: some day in May\n")),
                "failed",
                "field.invalid",
                "The issued on page 1 reads \"some day in May\", which is no date. Correct the document, or what the rule"
                        + " expects.");
        service.live(
                rule(
                        "names",
                        "",
                        "- find: thing\n  fields:\n    berth: { right of: Berth }\n- name: \"{berth}\"\n- file: { in: archive }"));
        say(
                upload("names", "nameless.txt", text("nothing here\n")),
                "failed",
                "name.empty",
                "The name pattern \"{berth}\" makes an empty name, since berth has no value. Look where the field is sought, or"
                        + " name what stands instead: \"or 'none'\".");
        service.live(
                rule(
                        "folders",
                        "",
                        "- find: thing\n  fields:\n    berth: { right of: Berth }\n- file: { in: archive, under: \"Berths/{berth}\" }"));
        say(
                upload("folders", "folderless.txt", text("nothing here\n")),
                "failed",
                "folder.empty",
                "The folder pattern \"Berths/{berth}\" makes an empty level, since berth has no value. Look where the field is sought, or"
                        + " name what stands instead: \"or 'none'\".");
        service.live(
                rule(
                        "slots",
                        "",
                        "- find: thing\n  fields:\n    berth: { right of: Berth }\n- name: \"{berth | date yyyy}\"\n- file: { in: archive }"));
        say(
                upload("slots", "undated.txt", text("Berth: Lantern Quay 4\n")),
                "failed",
                "slot.not-a-date",
                "The name asks for a date form of berth, and \"Lantern Quay 4\" is no date. Read the field with \"as: date\", or"
                        + " leave the date form out.");
    }

    private void whatIsWrongWithDestinations() throws Exception {
        service.live(Rules.keepName("filing", "arrives: whole"));
        Files.createDirectories(service.archive().resolve("tickets"));
        Files.writeString(service.archive().resolve("tickets/T-0001.txt"), "a stranger's");
        say(
                upload("tickets", "taken.txt", text(Rules.ticket("T-0001"))),
                "failed",
                "name.taken",
                "The name \"T-0001.txt\" is taken in \"tickets\", and the rule says: when taken, fail. Move or rename"
                        + " that file, or change the rule, then retry.");
        Files.writeString(service.archive().resolve("filing"), "in the way");
        say(
                upload("filing", "blocked.txt", text("blocked")),
                "failed",
                "destination.not-a-folder",
                "A file stands where connection archive needs the folder \"filing\". Move that file away, then retry.");
        Files.delete(service.archive().resolve("filing"));
        Path away = temp.resolve("away");
        Files.move(service.archive(), away);
        String waiting = upload("filing", "waiting.txt", text("waiting"));
        say(
                waiting,
                "waiting",
                "destination.away",
                "The folder of connection archive can't be reached. It is tried again until it is back.");
        RunningService.await(
                "it can be held",
                Duration.ofSeconds(20),
                () -> service.send(service.request("/jobs/" + waiting + "/hold").POST(BodyPublishers.noBody()))
                                .statusCode()
                        == 200);
        say(waiting, "held", "job.held", "Held by owner. It goes on once it is released: job release.");
        service.post("/jobs/" + waiting + "/cancel", "");
        say(
                waiting,
                "cancelled",
                "job.cancelled",
                "Cancelled by owner. Its original is kept; to run it after all: job run-again.");
        Files.move(away, service.archive());
        try (SmallDisk disk = SmallDisk.mount(service.archive(), "size=64k")) {
            Files.write(disk.folder().resolve("ballast"), new byte[60_000]);
            String full = upload("filing", "full.txt", text("x".repeat(30_000)));
            say(
                    full,
                    "waiting",
                    "destination.full",
                    "The disk of connection archive is full. It is tried again until there is room.");
            disk.remount("ro");
            say(
                    full,
                    "waiting",
                    "destination.read-only",
                    "The folder of connection archive can't be written (the file system is read-only). It is tried again"
                            + " until it can.");
            disk.remount("rw");
            Files.delete(disk.folder().resolve("ballast"));
            RunningService.await(
                    "it is filed",
                    Duration.ofSeconds(40),
                    () -> job(full).path("state").asString().equals("filed"));
        }
    }

    private void whatPeopleAndSourcesDid() throws Exception {
        service.live(Rules.keepName("once", "arrives: whole\nseen before: hold"));
        drop("once", "first.txt");
        String first = service.awaitJob("first.txt", "filed").path("id").asString();
        drop("once", "second.txt");
        String second = service.awaitJob("second.txt", "held").path("id").asString();
        say(
                second,
                "held",
                "seen.hold",
                "The same bytes were filed before, by job " + first
                        + ", and the source says: seen before, hold. Release it to have it filed again, or cancel it.");
        service.live(Rules.keepName("never-twice", "arrives: whole\nseen before: reject"));
        drop("never-twice", "third.txt");
        String third = service.awaitJob("third.txt", "rejected").path("id").asString();
        say(
                third,
                "rejected",
                "seen.reject",
                "The same bytes were filed before, by job " + first
                        + ", and the source says: seen before, reject. To have it filed all the"
                        + " same: job run-again.");
    }

    private void drop(String rule, String name) throws Exception {
        Path outside = Files.writeString(temp.resolve(name), "the same bytes each time");
        Files.move(outside, service.inbox(rule).resolve(name));
    }
}
