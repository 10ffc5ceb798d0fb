package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BodyPaceTest {
    @ParameterizedTest
    @CsvSource({
        "1, 1, false",
        "30, 1, false",
        "31, 1, true",
        "31, 3099, true",
        "31, 3100, false",
        "600, 59999, true",
        "600, 60000, false",
        "31, -1, true"
    })
    void afterHalfAMinuteABodyHasToArriveAtAHundredBytesASecond(long seconds, int bytes, boolean tooSlow) {
        AtomicLong nanos = new AtomicLong(7);
        BodyPace pace = new BodyPace(nanos::get);
        nanos.addAndGet(TimeUnit.SECONDS.toNanos(seconds));
        assertThat(pace.isTooSlowWith(bytes)).isEqualTo(tooSlow);
    }
}
