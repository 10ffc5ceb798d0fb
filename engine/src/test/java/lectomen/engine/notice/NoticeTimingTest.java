package lectomen.engine.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NoticeTimingTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");

    @ParameterizedTest
    @CsvSource({
        "at once,          2027-03-01T10:07:30Z, 2027-03-01T10:07:30Z, 2027-03-01T10:08:30Z",
        "at once,          2027-03-01T10:07:30Z, 2027-03-01T10:09:00Z, 2027-03-01T10:10:00Z",
        "at once,          2027-03-01T10:07:30Z, 2027-03-01T10:40:00Z, 2027-03-01T10:22:30Z",
        "every 15 minutes, 2027-03-01T10:07:30Z, 2027-03-01T10:07:30Z, 2027-03-01T10:15:00Z",
        "every 15 minutes, 2027-03-01T10:15:00Z, 2027-03-01T10:15:00Z, 2027-03-01T10:30:00Z",
        "hourly,           2027-03-01T10:07:30Z, 2027-03-01T10:59:59Z, 2027-03-01T11:00:00Z",
        "daily at 07:30,   2027-03-01T10:07:30Z, 2027-03-01T10:07:30Z, 2027-03-02T07:30:00Z",
        "daily at 07:30,   2027-03-01T07:29:59Z, 2027-03-01T07:29:59Z, 2027-03-01T07:30:00Z",
        "daily at 07:30,   2027-03-27T10:00:00Z, 2027-03-27T10:00:00Z, 2027-03-28T06:30:00Z",
        "never,            2027-03-01T10:00:00Z, 2027-03-01T10:00:00Z, 2027-03-02T10:00:00Z"
    })
    void aNoticeIsDueWhenItsReaderChose(String choice, Instant first, Instant last, Instant due) {
        NoticeTiming timing = NoticeTiming.findByWord(choice).orElseThrow();
        assertThat(timing.due(first, last, ZONE)).isEqualTo(due);
        assertThat(timing.word()).isEqualTo(choice);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "sometimes", "daily", "daily at 25:00", "every 7 minutes", "AT ONCE"})
    void whatIsNoChoiceIsNone(String choice) {
        assertThat(NoticeTiming.findByWord(choice)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "22:00, 06:30, 2027-03-01T21:59:59Z, 2027-03-01T21:59:59Z",
        "22:00, 06:30, 2027-03-01T22:00:00Z, 2027-03-02T06:30:00Z",
        "22:00, 06:30, 2027-03-02T03:00:00Z, 2027-03-02T06:30:00Z",
        "22:00, 06:30, 2027-03-02T06:30:00Z, 2027-03-02T06:30:00Z",
        "12:00, 13:00, 2027-03-01T12:20:00Z, 2027-03-01T13:00:00Z",
        "12:00, 13:00, 2027-03-01T18:00:00Z, 2027-03-01T18:00:00Z"
    })
    void quietHoursPutANoticeOffToTheirEnd(LocalTime from, LocalTime to, Instant due, Instant then) {
        assertThat(new QuietHours(from, to).after(due, ZONE)).isEqualTo(then);
    }

    @Test
    void everyKindIsFoundByItsWord() {
        for (NoticeKind kind : NoticeKind.values()) {
            assertThat(NoticeKind.findByWord(kind.word())).isEqualTo(Optional.of(kind));
        }
    }
}
