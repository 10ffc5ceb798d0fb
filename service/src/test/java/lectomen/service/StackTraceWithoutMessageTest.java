package lectomen.service;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.LoggingEvent;
import java.io.IOException;
import org.junit.jupiter.api.Test;

class StackTraceWithoutMessageTest {
    @Test
    void classesAndPlacesAreLoggedAndMessagesAreNot() {
        Exception fault = new IllegalStateException("about secret.pdf", new IOException("/inbox/secret.pdf"));
        LoggingEvent event = new LoggingEvent(
                "here", new LoggerContext().getLogger("test"), Level.ERROR, "Job 1-7 met a fault", fault, null);
        String logged = new StackTraceWithoutMessage().convert(event);
        assertThat(logged)
                .contains("java.lang.IllegalStateException", "java.io.IOException", "StackTraceWithoutMessageTest")
                .doesNotContain("secret");
    }
}
