package lectomen.engine.step.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.plaintext.PlainTextReader;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.Planner;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.step.WhenInDoubt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailKindTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC).withMail(Set.of("office"));

    @TempDir
    private Path temp;

    private static RuleReadResult read(String mail, Site site) {
        return RuleReader.read("""
                lectomen: 1
                rule: notes
                from: { folder: "{inbox}/notes" }
                do:
                  - find: note
                    fields:
                      applicant: { right of: Applicant }
                      vessel: { right of: Vessel }
                  - mail: %s
                """.formatted(mail.strip()), site);
    }

    private Outcome plan(String mail, String text) {
        RuleReadResult reading = read(mail, SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return Planner.plan(
                List.of(new Candidate(new RuleRef("notes", 1), ((RuleReadResult.Good) reading).rule())),
                new FileFacts("note.txt", 10, FileType.TEXT, Optional.empty(), Instant.parse("2027-03-01T10:00:00Z")),
                SITE,
                neededBy -> {
                    try {
                        return PlainTextReader.read(Files.writeString(temp.resolve("text"), text));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                Lookups.NONE);
    }

    @Test
    void itIsReadAloud() {
        RuleReadResult reading = read(
                "{ to: '{applicant}', subject: 'Permit of {vessel}', text: Filed., attach: original, when in doubt: repeat }",
                SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        assertThat(RuleSentences.of(((RuleReadResult.Good) reading).rule()))
                .extracting(Sentence::words)
                .contains(
                        "Mails “Permit of {vessel}” to {applicant}, with the original attached.",
                        "If it can't be proved that it was sent, it is sent again.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ subject: a, text: b }                        | needs \"to:\"",
                "{ to: nobody, subject: a, text: b }            | \"to\" must be an address such as works@harbour.example",
                "{ to: a@b.example, text: b }                   | needs \"subject:\"",
                "{ to: a@b.example, subject: a }                | needs \"text:\"",
                "{ to: '{captain}', subject: a, text: b }       | captain",
                "{ to: a@b.example, subject: a, text: b, attach: small } | unknown output \"small\"",
                "{ to: a@b.example, subject: a, text: b, by: port }      | unknown mail connection \"port\"; known are: office",
                "{ to: a@b.example, subject: a, text: b, copy: c }       | \"copy\" is not known in \"mail\"",
            })
    void whatIsWrongIsReported(String mail, String problem) {
        assertThat(read(mail, SITE).toString()).contains(problem);
    }

    @Test
    void withoutOrWithSeveralMailConnectionsTheRuleHasToSayWhich() {
        String mail = "{ to: a@b.example, subject: a, text: b }";
        assertThat(read(mail, SITE.withMail(Set.of())).toString())
                .contains("there is no mail connection in lectomen.yaml");
        assertThat(read(mail, SITE.withMail(Set.of("office", "port"))).toString())
                .contains("\"by\" is missing: one of the mail connections office, port");
    }

    @Test
    void valuesFillTheMail() {
        Outcome outcome = plan(
                "{ to: ['{applicant}', works@harbour.example], subject: 'Permit of {vessel}', text: 'For {vessel}.',"
                        + " attach: main }",
                "Applicant: ada@ferry.example; ben@ferry.example\nVessel: Grey Heron\n");
        assertThat(outcome.effects(Mailing.class))
                .containsExactly(new Mailing(
                        2,
                        "office",
                        List.of("ada@ferry.example", "ben@ferry.example", "works@harbour.example"),
                        "Permit of Grey Heron",
                        "For Grey Heron.",
                        "note.txt",
                        null,
                        List.of(),
                        10_000_000,
                        WhenInDoubt.ASK));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "ferry office                        | \"ferry office\" is no mail address",
                "ada@ferry.example>                  | is no mail address",
                "\"a\"@ferry.example                 | is no mail address",
                "ada@ferry.example%0d%0aBcc: x@y.org | is no mail address",
                "''                                  | gave no mail address",
            })
    void whatIsNoAddressFailsWithAReason(String applicant, String reason) {
        Outcome outcome = plan(
                "{ to: '{applicant}', subject: a, text: b }",
                applicant.isEmpty() ? "Vessel: Grey Heron\n" : "Applicant: " + applicant + "\n");
        assertThat(((Outcome.Ending.Failed) outcome.ending()).reason().words()).contains(reason);
    }

    @ParameterizedTest
    @CsvSource({
        "a@b.example, true",
        "o'neil+tag@b-c.example, true",
        "a@localhost, true",
        "a@b..example, false",
        "a@-b.example, false",
        "a b@c.example, false",
        "a@b.example c@d.example, false",
        "@b.example, false",
        "a@, false",
        "'a@b.example,c@d.example', false",
        "a\u0000@b.example, false"
    })
    void addressesAreThoseThatPeopleUse(String text, boolean isAddress) {
        assertThat(MailAddress.isAddress(text)).isEqualTo(isAddress);
    }

    @Test
    void nothingInASubjectBeginsAnotherHeader() {
        assertThat(MailAddress.isAddress("a@b.example\r\nBcc: c@d.example")).isFalse();
        Outcome outcome = plan(
                "{ to: a@b.example, subject: \"{vessel}\\r\\nBcc: c@d.example\", text: b }", "Vessel: Grey Heron\n");
        assertThat(outcome.effects(Mailing.class).get(0).subject()).isEqualTo("Grey Heron Bcc: c@d.example");
    }
}
