package lectomen.engine.naming;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SafeNameTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "plan                | pdf | plan.pdf",
                "a/b\\c:d*e          | pdf | a-b-c-d-e.pdf",
                "../../etc/passwd    | txt | etc-passwd.txt",
                "  - plan - .        | pdf | plan.pdf",
                "...                 | pdf | ''",
                "CON                 | pdf | _CON.pdf",
                "com1.old            | pdf | _com1.old.pdf",
                "console             | pdf | console.pdf",
                "two   blanks        | pdf | two blanks.pdf",
                "plan                | ''  | plan",
                "Élan – “1”          | pdf | Élan – “1”.pdf"
            })
    void namesAreMadeSafe(String stem, String ending, String expected) {
        assertThat(SafeName.file(stem, ending)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "scan  7 .json|scan  7 .json",
                "-a_.txt|-a_.txt",
                "a/b:c.txt|a-b-c.txt",
                "nul.json|_nul.json",
                "...|''"
            })
    void anExactNameKeepsItsBlanksAndEnds(String name, String expected) {
        assertThat(SafeName.exact(name)).isEqualTo(expected);
    }

    @Test
    void controlAndFormatCharactersBecomeBlanks() {
        assertThat(SafeName.file("bell\u0007 tab\t line\n zero\u200bwidth \u202eturned del\u007feted", "txt"))
                .isEqualTo("bell tab line zero width turned del eted.txt");
    }

    @Test
    void equalLookingNamesBecomeEqual() {
        assertThat(SafeName.file("Ele\u0301an", "pdf")).isEqualTo(SafeName.file("Elé" + "an", "pdf"));
    }

    @Test
    void numbersGoBeforeTheExtensionAndFit() {
        assertThat(SafeName.numbered("plan.pdf", 2)).isEqualTo("plan (2).pdf");
        assertThat(SafeName.numbered("plan", 12)).isEqualTo("plan (12)");
        assertThat(SafeName.numbered(".profile", 2)).isEqualTo(".profile (2)");
        assertThat(SafeName.withSuffix("plan.pdf", ".reason.txt")).isEqualTo("plan.pdf.reason.txt");
        assertThat(SafeName.folder("a".repeat(300))).hasSize(255);
        String longest = SafeName.file("ø".repeat(300), "pdf");
        assertThat(longest.getBytes(StandardCharsets.UTF_8)).hasSizeBetween(254, 255);
        assertThat(SafeName.numbered(longest, 100).getBytes(StandardCharsets.UTF_8))
                .hasSizeLessThanOrEqualTo(255);
        assertThat(SafeName.withSuffix(longest, ".reason.txt").getBytes(StandardCharsets.UTF_8))
                .hasSizeLessThanOrEqualTo(255);
    }

    @RepeatedTest(2_000)
    void anyTextMakesALegalNameOrNone(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(200); i >= 0; i--) {
            int choice = random.nextInt(4);
            text.appendCodePoint(
                    choice == 0
                            ? random.nextInt(0x30)
                            : choice == 1 ? random.nextInt(0x110000) : 0x20 + random.nextInt(0x60));
        }
        String name = SafeName.file(text.toString(), "pdf");
        if (!name.isEmpty()) {
            assertThat(name.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(255);
            assertThat(name)
                    .doesNotContainPattern("[/\\\\:*?\"<>|\\p{Cntrl}\ufffd]")
                    .doesNotStartWith(".")
                    .doesNotStartWith(" ")
                    .doesNotStartWith("-")
                    .endsWith(".pdf");
            assertThat(Normalizer.isNormalized(name, Normalizer.Form.NFC)).isTrue();
            assertThat(SafeName.file(text.toString(), "pdf")).isEqualTo(name);
        }
    }
}
