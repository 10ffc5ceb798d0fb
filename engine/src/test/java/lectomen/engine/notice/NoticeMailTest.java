package lectomen.engine.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NoticeMailTest {
    private static final Instant FIRST = Instant.parse("2027-03-01T10:07:30Z");
    private static final String LINK = "https://capture.marrowick.example/jobs/1-7";

    private static NoticeItem item(NoticeKind kind, String name, String rule, int count) {
        return new NoticeItem(
                kind,
                name,
                rule,
                "No vessel was found.",
                count,
                FIRST,
                FIRST.plusSeconds(90),
                LINK,
                Optional.empty(),
                Optional.empty());
    }

    private static NoticeItem saying(String subject, String text) {
        return new NoticeItem(
                NoticeKind.FILED, "a.pdf", "permits", "", 1, FIRST, FIRST, "", Optional.of(subject), Optional.of(text));
    }

    private static NoticeMail mail(NoticeItem... items) {
        return NoticeMail.of(List.of(items), Locale.UK, ZoneOffset.UTC);
    }

    @ParameterizedTest
    @CsvSource({
        "FAILED,          heron.pdf,          permits, 1,     permits: heron.pdf failed",
        "FAILED,          heron.pdf,          permits, 10000, permits: 10000 documents failed",
        "AWAITING_APPROVAL, heron.pdf,        permits, 2,     permits: 2 documents await approval",
        "UNMATCHED,       heron.pdf,          '',      1,     heron.pdf unmatched",
        "SILENT,          /srv/inbox/permits, '',      1,     /srv/inbox/permits is silent",
        "CONNECTION_AWAY, Connection archive, '',      1,     Connection archive can't be reached"
    })
    void aSubjectSaysWhatHappened(NoticeKind kind, String name, String rule, int count, String subject) {
        assertThat(mail(item(kind, name, rule, count)).subject()).isEqualTo(subject);
    }

    @Test
    void textAndHtmlSayWhyWhenAndWhere() {
        NoticeMail mail = mail(item(NoticeKind.FAILED, "heron.pdf", "permits", 3));
        assertThat(mail.text()).isEqualTo("""
                permits: 3 documents failed.
                No vessel was found.
                The latest: heron.pdf
                1 Mar 2027, 10:07 to 1 Mar 2027, 10:09
                https://capture.marrowick.example/jobs/1-7
                """);
        assertThat(mail.html())
                .contains("permits: 3 documents failed.<br>No vessel was found.<br>The latest: heron.pdf")
                .contains("<a href=\"" + LINK + "\">");
    }

    @Test
    void aDigestHasAllThatHappened() {
        NoticeMail mail = mail(
                item(NoticeKind.FAILED, "heron.pdf", "permits", 1), item(NoticeKind.SILENT, "/srv/inbox/a", "", 1));
        assertThat(mail.subject()).isEqualTo("2 notices: documents failed, hot folder silent");
        assertThat(mail.text()).contains("permits: heron.pdf failed.", "/srv/inbox/a is silent.");
    }

    @Test
    void aRulesOwnWordsStandInstead() {
        NoticeMail mail = mail(saying("Permit of Grey Heron", "It is filed.\nThank you."));
        assertThat(mail.subject()).isEqualTo("Permit of Grey Heron");
        assertThat(mail.text()).startsWith("It is filed.\nThank you.\n");
        assertThat(mail.html()).contains("It is filed.<br>Thank you.");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"x\r\nBcc: all@harbour.example", "x\nBcc: y", "x\u0000\u2028y", "<script>alert(1)</script>"})
    void nothingInAValueBeginsAHeaderOrMarkup(String value) {
        NoticeMail mail = mail(saying(value, value), item(NoticeKind.FAILED, value, value, 1));
        NoticeMail alone = mail(saying(value, value));
        assertThat(alone.subject()).doesNotContainPattern("[\\r\\n\\u0000]");
        assertThat(mail.subject()).doesNotContainPattern("[\\r\\n\\u0000]");
        assertThat(mail.html()).doesNotContain("<script>");
    }
}
