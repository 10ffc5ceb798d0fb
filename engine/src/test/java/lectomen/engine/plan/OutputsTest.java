package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.convert.Conversion;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepWorker;
import lectomen.engine.step.file.Filing;
import org.junit.jupiter.api.Test;

/** Which output each step works on, and which a filing files. */
class OutputsTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static final String RULE = """
            lectomen: 1
            rule: notes
            from: { folder: "{inbox}/notes" }
            do:
              - prepare pages: { cut out sheet: yes, drop blank below: 0.5 mm² }
                as: sheet
              - resize: { width: 800, to: jpeg }
                of: sheet
                as: small
              - convert: { to: PDF/A-2b, pictures: layered, title: "Note {file name}" }
                of: sheet
              - file: { in: archive }
              - file: { in: archive, under: small, output: small }
              - file: { in: archive, under: as it came, output: original }
            """;

    /** Remembers what it was asked, and makes bytes whose hash tells their way. */
    private static class Bench implements StepWorker {
        private final List<String> asked = new ArrayList<>();

        @Override
        public StepOutput original() {
            return new StepOutput("original", "o", 9, FileType.JPEG);
        }

        private Result made(String what, StepOutput of, FileType type) {
            asked.add(what + " " + of.sha256());
            return of.sha256().contains("broken")
                    ? new Result.Failed(Reason.of("file.empty"))
                    : new Result.Made(new StepOutput("", of.sha256() + "." + what, 9, type), List.of());
        }

        @Override
        public Result make(StepOutput of, Object settings, Maker maker) {
            if (settings instanceof Conversion conversion) {
                return made("pdf of " + conversion.details().title().orElse(""), of, FileType.PDF);
            }
            return settings instanceof Preparation
                    ? made("prepared", of, FileType.TIFF)
                    : made("resized", of, FileType.JPEG);
        }

        @Override
        public Parts split(StepOutput of, Splitter splitter) {
            return new Parts.Failed(Reason.of("file.empty"));
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions wish, String neededBy) {
            asked.add("read " + of.sha256() + " " + wish.care().word() + " "
                    + wish.pages().words());
            Word word = Word.certain("Berth-" + of.sha256().length(), new Box(50, 50, 40, 10));
            return new ReadResult.Read(
                    new DocumentText(List.of(Page.ofWords(1, 600, 800, Page.Unit.POINT, List.of(word)))));
        }
    }

    private static RuleDocument rule(String text) {
        RuleReadResult reading = RuleReader.read(text, SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return ((RuleReadResult.Good) reading).rule();
    }

    private static Outcome plan(String text, StepWorker stepWorker) {
        FileFacts facts = new FileFacts("n7.jpg", 9, FileType.JPEG, Optional.of("/in/notes"), Instant.EPOCH);
        return Planner.plan(
                List.of(new Candidate(new RuleRef("notes", 1), rule(text))),
                facts,
                SITE,
                neededBy -> new ReadResult.Unreadable(Reason.of("file.empty")),
                name -> Optional.empty(),
                stepWorker);
    }

    @Test
    void textReadAgainIsUsedByLaterSteps() {
        Bench bench = new Bench();
        Outcome outcome = plan("""
                lectomen: 1
                rule: notes
                from: { folder: "{inbox}/notes" }
                do:
                  - prepare pages: usual
                  - read text: { languages: [en, de], care: careful, pages: 1 to 2 }
                  - find: note
                    fields:
                      berth: { pattern: Berth-(\\d+) }
                  - name: "{berth}"
                  - file: { in: archive }
                """, bench);
        assertThat(bench.asked).containsExactly("prepared o", "read o.prepared careful 1 to 2");
        assertThat(outcome.steps().get(1).notes().get(0).words())
                .isEqualTo("Read page 1: 1 word, 100 % confidence on average.");
        assertThat(outcome.steps().get(2).fields().get(0).value()).isEqualTo("10");
    }

    @Test
    void eachStepWorksOnTheOutputThatItNames() {
        Bench bench = new Bench();
        Outcome outcome = plan(RULE, bench);
        assertThat(bench.asked).containsExactly("prepared o", "resized o.prepared", "pdf of Note n7 o.prepared");
        List<Filing> filings = outcome.effects(Filing.class);
        assertThat(filings.stream().map(filing -> filing.findProduct().map(StepOutput::sha256)))
                .containsExactly(
                        Optional.of("o.prepared.pdf of Note n7"), Optional.of("o.prepared.resized"), Optional.empty());
        assertThat(filings.stream().map(Filing::ending)).containsExactly("pdf", "jpg", "jpg");
        assertThat(outcome.steps().get(1).findMade().map(StepOutput::output)).contains("small");
    }

    @Test
    void whatCantBeMadeEndsThePlanWithItsReason() {
        StepWorker broken = new Bench() {
            @Override
            public StepOutput original() {
                return new StepOutput("original", "broken", 9, FileType.JPEG);
            }
        };
        Outcome outcome = plan(RULE, broken);
        assertThat(outcome.steps()).hasSize(1);
        assertThat(((Outcome.Ending.Failed) outcome.ending()).reason().code()).isEqualTo("file.empty");
    }

    @Test
    void theStepsCanBeReadAloud() {
        assertThat(RuleSentences.of(rule(RULE)).stream().map(Sentence::words))
                .contains(
                        "Prepares the pages: the sheet cut out of its photograph, turned upright, straightened, borders and"
                                + " punched holes removed, those with less than 0.5 mm² of ink dropped, as sheet.",
                        "Makes the sheet at most 800 points wide, a jpeg, as small.",
                        "Converts the sheet to PDF/A-2b, pictures in layers, title Note {file name}.",
                        "Files the small in archive under small.");
    }
}
