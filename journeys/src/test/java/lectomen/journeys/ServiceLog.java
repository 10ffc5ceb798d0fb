package lectomen.journeys;

import ch.qos.logback.classic.PatternLayout;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.AppenderBase;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Writes what services in the test's own process log to a file beside each one's home, told by the group of the thread. */
public final class ServiceLog extends AppenderBase<ILoggingEvent> {
    private static final String GROUP = "service on ";
    private final PatternLayout layout = new PatternLayout();

    static ThreadGroup groupOf(Path home) {
        return new ThreadGroup(GROUP + home);
    }

    static Path fileOf(Path home) {
        return home.resolveSibling(home.getFileName() + ".log");
    }

    @Override
    public void start() {
        layout.setContext(getContext());
        layout.setPattern("%d{HH:mm:ss.SSS} %-5level %thread %logger{20}: %msg%n%ex{6}");
        layout.start();
        super.start();
    }

    @Override
    protected void append(ILoggingEvent event) {
        for (ThreadGroup group = Thread.currentThread().getThreadGroup(); group != null; group = group.getParent()) {
            if (group.getName().startsWith(GROUP)) {
                write(fileOf(Path.of(group.getName().substring(GROUP.length()))), layout.doLayout(event));
                return;
            }
        }
    }

    private void write(Path file, String line) {
        try {
            Files.writeString(file, line, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        } catch (IOException e) {
            addError("A line of the log is lost", e); // the home of a test that has ended may be gone
        }
    }
}
