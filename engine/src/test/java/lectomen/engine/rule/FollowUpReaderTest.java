package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FollowUpReaderTest {
    private static final Site SITE = new Site(
                    Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC)
            .withWeb(Set.of("berth-system"))
            .withMail(Set.of("office-mail"));

    private static RuleReadResult read(String from, String then) {
        return RuleReader.read("""
                lectomen: 1
                rule: slips
                from: %s
                do:
                  - name: "{given vessel} {file name}"
                  - file: { in: archive }
                then: %s
                """.formatted(from, then), SITE);
    }

    private static final String FOLDER = "{ folder: \"{inbox}/slips\" }";

    @Test
    void eachEndHasItsOwn() {
        RuleReadResult reading =
                read(FOLDER, "{ filed: { tag: done }, failed: { hand over to: by-hand, tag: [needs eyes, urgent] } }");
        Map<FollowUp.End, FollowUp> then =
                ((RuleReadResult.Good) reading).rule().then();
        assertThat(then).containsOnlyKeys(FollowUp.End.FILED, FollowUp.End.FAILED);
        assertThat(then.get(FollowUp.End.FAILED).handOver()).contains(new FollowUp.HandOver("by-hand", "original"));
        assertThat(then.get(FollowUp.End.FAILED).tags(Map.of(), Locale.UK))
                .containsExactlyInAnyOrder("needs eyes", "urgent");
        assertThat(then.get(FollowUp.End.FILED).handOver()).isEmpty();
        assertThat(RuleSentences.of(((RuleReadResult.Good) reading).rule()))
                .extracting(Sentence::words)
                .contains(
                        "When failed: tagged needs eyes, urgent; handed over to rule by-hand with its fields and the reason.");
    }

    @Test
    void othersAreNotifiedWhileADocumentWaitsForPeople() {
        RuleReadResult reading = read(FOLDER, """
                { needs review: { notify: records-office },
                  overdue: { notify: { to: [harbour-master, "{sender}"], subject: "{file name} is late" } } }""");
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        assertThat(rule.then()).isEmpty();
        assertThat(rule.whileWaiting()).containsOnlyKeys(NoticeKind.NEEDS_REVIEW, NoticeKind.OVERDUE);
        assertThat(rule.namedPeople()).extracting(Contact::name).contains("records-office", "harbour-master");
        assertThat(RuleSentences.of(rule))
                .extracting(Sentence::words)
                .contains(
                        "When needs review: records-office is notified too.",
                        "When overdue: harbour-master and {sender} are notified (“{file name} is late”) too.");
    }

    @Test
    void peopleAreNotifiedAndSystemsCalled() {
        RuleReadResult reading = read(FOLDER, """
                { filed: { notify: { to: "{sender}", subject: "{file name} is filed", text: "As {filed as}." },
                           call: { connection: berth-system, fields: [file name, filed as], when in doubt: leave } },
                  failed: { notify: [records-office, desk@ferry.example], call: berth-system } }""");
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        assertThat(rule.namedPeople()).extracting(Contact::name).containsExactly("records-office");
        FollowUp filed = rule.then().get(FollowUp.End.FILED);
        assertThat(filed.notice().orElseThrow().subject()).isPresent();
        assertThat(filed.call().orElseThrow().values()).containsExactly("file name", "filed as");
        assertThat(RuleSentences.of(rule))
                .extracting(Sentence::words)
                .contains(
                        "When filed: {sender} is notified (“{file name} is filed”); berth-system is called with file name, filed as.",
                        "When failed: records-office and desk@ferry.example are notified; berth-system is called.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ filed: { call: berth-sistem } }          | unknown web connection \"berth-sistem\"; did you mean \"berth-system\"?",
                "{ filed: { call: { fields: [file name] } } } | \"call\" needs \"connection:\"",
                "{ filed: { call: { connection: berth-system, fields: [quay] } } } | unknown field \"quay\"",
                "{ filed: { notify: { subject: x } } }       | \"notify\" needs \"to:\"",
                "{ filed: { notify: '{quay}' } }             | unknown field \"quay\"",
                "{ overdue: { tag: late } }                  | \"overdue\" needs \"notify:\"",
                "{ needs review: { notify: '{quay}' } }      | unknown field \"quay\"",
                "{ filed: { } }                              | \"notify:\" with names, or \"call:\" with a connection"
            })
    void whatIsWrongWithANoticeOrCallIsSaid(String then, String problem) {
        assertThat(read(FOLDER, then))
                .isInstanceOfSatisfying(RuleReadResult.Bad.class, bad -> assertThat(bad.problems())
                        .extracting(Problem::toString)
                        .anySatisfy(words -> assertThat(words).contains(problem)));
    }

    @Test
    void anOutputCanGoOnInsteadOfTheDocumentAsItCame() {
        RuleReadResult reading = RuleReader.read("""
                lectomen: 1
                rule: slips
                from: { folder: "{inbox}/slips" }
                do:
                  - { convert: PDF, as: small }
                  - file: { in: archive }
                then: { filed: { hand over to: { rule: index, output: small } } }
                """, SITE);
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        assertThat(rule.then().get(FollowUp.End.FILED).handOver()).contains(new FollowUp.HandOver("index", "small"));
        assertThat(RuleSentences.of(rule))
                .extracting(Sentence::words)
                .contains("When filed: handed over as small to rule index with its fields and the reason.");
    }

    @Test
    void tagsAreFilledAndThoseThatComeOutEmptyAreNone() {
        RuleReadResult reading =
                read(FOLDER, "{ failed: { tag: [\"{given vessel | upper}\", \"{given berth}\", \"is {end}\"] } }");
        FollowUp failed = ((RuleReadResult.Good) reading).rule().then().get(FollowUp.End.FAILED);
        assertThat(failed.tags(Map.of("given vessel", "Skua", "end", "failed"), Locale.UK))
                .containsExactly("SKUA", "is failed");
    }

    @Test
    void aRuleMayTakeNothingButWhatIsHandedOver() {
        RuleDocument rule = ((RuleReadResult.Good) read("hand-overs", "{ filed: { tag: done } }")).rule();
        assertThat(rule.from()).isEmpty();
        assertThat(RuleSentences.of(rule)).extracting(Sentence::words).contains("Takes what other rules hand over.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            { filed: {} }~a follow-up needs
            { done: { tag: x } }~"done" is not known in "then"
            { filed: { hand over to: { rule: index, output: smal } } }~unknown output "smal" at this point
            { filed: { hand over to: { rule: slips, output: main } } }~a document is handed over to another rule
            { filed: { hand over to: { output: main } } }~"hand over to" needs "rule:"
            { filed: { hand over to: [index] } }~a document is handed over to another rule by its id, not to a list
            { failed: { hand over: by-hand } }~did you mean "hand over to"?
            { failed: { hand over to: slips } }~handed over to another rule
            { failed: { hand over to: By hand } }~handed over to another rule
            { filed: { tag: "{vesel}" } }~vesel
            { filed: { tag: [done, "{end"] } }~a { without its }
            [ filed ]~is expected as words with values
            """)
    void whatCanNotWorkSaysSo(String then, String expected) {
        assertThat(((RuleReadResult.Bad) read(FOLDER, then)).problems())
                .extracting(Problem::toString)
                .anySatisfy(problem -> assertThat(problem).contains(expected));
    }
}
