package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.regex.Pattern;
import lectomen.engine.LongRun;
import lectomen.engine.extract.FieldFinder;
import lectomen.engine.extract.FieldResult;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.extract.Label;
import lectomen.engine.ocr.print.Machine;
import lectomen.engine.ocr.print.Papers;
import lectomen.engine.ocr.print.Printed;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Fields of reports in many layouts, found as rules find them. */
class FieldsMeasureTest {
    private static final int SEED = Integer.getInteger("lectomen.seed", 20_261);

    private static FieldSpec field(String name, FieldType type, String label, String pattern) {
        List<Label> labels = List.of(Label.of(label));
        return new FieldSpec(
                name,
                type,
                true,
                List.of(
                        new FieldSpec.Place(FieldSpec.Where.RIGHT_OF, labels),
                        new FieldSpec.Place(FieldSpec.Where.BELOW, labels)),
                pattern.isEmpty() ? Optional.empty() : Optional.of(Pattern.compile(pattern)),
                "",
                1);
    }

    private static final List<FieldSpec> FIELDS = List.of(
            field("vessel", FieldType.TEXT, "Vessel", ""),
            field("permit", FieldType.TEXT, "Permit no.", "MHP-\\d{4}-\\d{4}"),
            field("date", FieldType.DATE, "Date", ""),
            field("inspector", FieldType.TEXT, "Inspector", ""),
            field("depth", FieldType.NUMBER, "Depth", ""),
            field("fee", FieldType.MONEY, "Fee", ""),
            field("berth", FieldType.NUMBER, "Lies at", ""),
            field("time", FieldType.TEXT, "Time", "\\d\\d:\\d\\d"));

    @ParameterizedTest
    @CsvSource({"CLEAN, 98", "OFFICE, 98", "POOR, 92", "PHOTOGRAPH, 92", "FAX, 85"})
    void fieldsAreExactOrFlagged(Machine machine, double least) {
        int exact = 0;
        int unflagged = 0;
        int all = 0;
        Map<String, Integer> wrong = new TreeMap<>();
        List<String> said = new ArrayList<>();
        for (int paper = 0; paper < LongRun.of(1, 50); paper++) {
            Random random = Seeds.random(SEED + 1_000L * machine.ordinal() + paper);
            Printed printed = machine.through(Papers.report(random), random);
            DocumentText read =
                    new DocumentText(List.of(PageTextReader.read(printed.pixels(), 1, ReadingOptions.USUAL)));
            for (FieldSpec field : FIELDS) {
                FieldResult result = FieldFinder.find(FIELDS, field, read, Locale.UK);
                String raw = printed.fields().get(field.name());
                String wanted = wanted(field, raw);
                all++;
                if (result instanceof FieldResult.Found found
                        && found.value().value().equals(wanted)) {
                    exact++;
                } else {
                    Optional<FieldValue> value =
                            result instanceof FieldResult.Found found ? Optional.of(found.value()) : Optional.empty();
                    boolean flagged = value.map(FieldValue::isDoubtful).orElse(true);
                    unflagged += flagged ? 0 : 1;
                    wrong.merge(field.name(), 1, Integer::sum);
                    said.add(machine + " " + paper + " " + field.name() + ": " + raw + " <> "
                            + value.map(one -> one.raw() + " (" + one.confidence() + ")")
                                    .orElse("missing"));
                }
            }
        }
        said.forEach(System.out::println);
        System.out.println(machine + ": fields exact " + exact + " of " + all + ", wrong and not flagged " + unflagged
                + " " + wrong);
        assertThat(100.0 * exact / all).isGreaterThanOrEqualTo(least);
        assertThat(unflagged).isLessThanOrEqualTo(Math.max(1, all / 500));
    }

    /** The printed value in the spelling that its type is kept in. */
    private static String wanted(FieldSpec field, String raw) {
        DocumentText text =
                new DocumentText(List.of(Page.ofWords(1, 600, 800, Page.Unit.POINT, printedWords(field, raw))));
        return ((FieldResult.Found) FieldFinder.find(FIELDS, field, text, Locale.UK))
                .value()
                .value();
    }

    private static List<Word> printedWords(FieldSpec field, String raw) {
        String label = field.labels().get(0).written();
        List<Word> words = new ArrayList<>();
        double left = 50;
        for (String word : (label + ": " + raw).split(" ")) {
            words.add(Word.certain(word, new Box(left, 50, word.length() * 6, 10)));
            left += word.length() * 6 + 3;
        }
        return words;
    }
}
