package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.Sentence;
import org.junit.jupiter.api.Test;

class RuleSentencesTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static List<String> read(String rule) {
        RuleReadResult reading = RuleReader.read(rule, SITE);
        assertThat(reading).isInstanceOf(RuleReadResult.Good.class);
        Stream<Sentence> sentences = RuleSentences.of(((RuleReadResult.Good) reading).rule()).stream();
        return sentences
                .map(one -> one.line() + " " + one.part() + " " + "  ".repeat(one.depth()) + one.words())
                .toList();
    }

    @Test
    void whomToAskIsSaidLast() {
        String rule = """
                lectomen: 1
                rule: permits
                contact: %s
                from: { folder: "{inbox}/permits" }
                do: [{ file: { in: archive } }]
                """;
        assertThat(read(rule.formatted("records-office")))
                .last()
                .isEqualTo("3 THEN Questions about its documents go to records-office.");
        assertThat(read(rule.formatted("[records-office, nell]")))
                .last()
                .isEqualTo("3 THEN Questions about its documents go to records-office and nell.");
    }

    @Test
    void aWholeRuleIsReadWithTheLinesThatSayIt() {
        assertThat(read("""
                        lectomen: 1
                        rule: permits
                        from:
                          - folder: "{inbox}/permits"
                            accept: [pdf, text]
                            settle: 90s
                            subfolders: watch
                            seen before: hold
                            expect every: 2 days
                        when:
                          all:
                            - text contains: MOORING PERMIT
                            - none:
                                - name like: draft*
                        do:
                          - find: permit
                            fields:
                              number: { pattern: 'MHP-\\d{4}', near: Permit no, required: yes }
                              issued: { right of: Issued, as: date }
                          - name: "{number}"
                          - file: { in: archive, under: "Permits/{issued | date yyyy}", when taken: leave }
                        retention: { originals: 90 days }
                        """))
                .containsExactly(
                        "4 FROM Takes pdf, text files from /srv/inbox/permits, after 90 seconds without changes.",
                        "4 FROM   Also takes files in subfolders.",
                        "4 FROM   A file with the same content as one filed before is held for a person.",
                        "4 FROM   A warning is shown when no file arrives for 2 days.",
                        "4 FROM   Failed files go to failed, with the reason beside them.",
                        "11 WHEN Matches when all of these are true:",
                        "12 WHEN   its text contains \"MOORING PERMIT\"",
                        "13 WHEN   none of these is true:",
                        "14 WHEN     its name like draft*",
                        "16 DO Finds the fields of a permit:",
                        "18 DO   number, expected MHP-\\d{4} near \"Permit no\"; required",
                        "19 DO   issued, a date, expected right of \"Issued\"",
                        "20 DO Names it {number}, with its file extension.",
                        "21 DO Files it in archive under Permits/{issued | date yyyy}.",
                        "21 DO   If the name is taken, the existing file is left and this is rejected.",
                        "0 THEN Originals are kept for 90 days.");
    }

    @Test
    void whatARuleLeavesOutIsSaidWhereItMatters() {
        assertThat(read("""
                        lectomen: 1
                        rule: all
                        from:
                          - folder: "{inbox}/all"
                            arrives: whole
                        do:
                          - name: "{file name}"
                          - file: { in: archive, when taken: number it }
                        """))
                .contains(
                        "4 FROM Takes every file from /srv/inbox/all, as soon as it appears.",
                        "0 WHEN Every file matches.",
                        "8 DO Files it in archive.",
                        "8 DO   If the name is taken, it gets a number.");
    }

    @Test
    void wordsThatStandForAValueLeadToItInTheFile() {
        RuleReadResult reading = RuleReader.read("""
                lectomen: 1
                rule: permits
                from: inbox
                when: { text contains: PERMIT }
                do:
                  - find: permit
                    fields:
                      berth: { right of: Berth, as: date }
                  - file: { in: archive, under: "Permits" }
                then:
                  failed: { tag: again }
                """, SITE);
        List<String> blanks = RuleSentences.of(((RuleReadResult.Good) reading).rule()).stream()
                .flatMap(sentence -> sentence.blanks().stream()
                        .map(blank -> sentence.line() + " " + sentence.word() + ": "
                                + sentence.words().substring(blank.start(), blank.end()) + " <- "
                                + String.join(" / ", blank.path())))
                .toList();
        assertThat(blanks)
                .contains(
                        "3 folder: every file <- accept",
                        "3 folder: 2 seconds <- settle",
                        "4 text contains: text contains <- text contains / ?",
                        "4 text contains: \"PERMIT\" <- text contains",
                        "6 find: permit <- find",
                        "8 berth: berth <- berth / ?",
                        "8 berth: a date <- berth / as",
                        "8 berth: expected right of \"Berth\" <- berth",
                        "9 file: archive <- file / in",
                        "9 file: gets a number <- file / when taken",
                        "11 : again <- then / failed / tag");
    }
}
