package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SilenceMonitorTest {
    private static final Instant LAST = Instant.parse("2027-03-01T08:00:00Z");

    @ParameterizedTest
    @CsvSource({
        "PT4H, PT4H, '', ''",
        "PT4H, PT4H1S, 4 h, 4 h",
        "PT30S, PT31S, 31 s, 30 s",
        "PT30S, PT119M59S, 119 min, 30 s",
        "PT2M, PT49H, 49 h, 2 min"
    })
    void nothingForLongerThanUsualIsSaid(Duration usual, Duration since, String silent, String expected) {
        Optional<Reason> said = SilenceMonitor.reason(usual, LAST, LAST.plus(since));
        assertThat(said.isPresent()).isEqualTo(!silent.isEmpty());
        said.ifPresent(reason -> assertThat(reason.parameters())
                .containsOnly(Map.entry("silent", silent), Map.entry("expected", expected)));
    }
}
