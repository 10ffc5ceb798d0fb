package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.Retention;
import lectomen.engine.schedule.WorkCalendar;

/**
 * The owner's settings, from {@code lectomen.yaml}.
 *
 * @param site parameters, names of connections, locale and zone, for rules
 * @param roots hot folders and destinations must be under one of these
 * @param folders the folder of each connection to one, by its name
 * @param mail each connection that mails are sent by, by its name
 * @param web each connection to a system that is called over HTTP, by its name
 * @param printers each connection to a printer, by its name
 * @param keepFreeBytes on the disk of the home; with less, no files are taken in
 * @param retention for rules that say nothing of it
 * @param calendar working days and holidays
 * @param listen where the service listens when it is not only for this machine
 * @param signIn how people sign in
 * @param notices who is notified of what
 * @param jsonLogs whether the log is written as JSON rather than as lines for people
 */
public record Settings(
        Site site,
        List<Path> roots,
        Map<String, Path> folders,
        Map<String, MailSettings> mail,
        Map<String, WebSettings> web,
        Map<String, PrinterSettings> printers,
        Workers workers,
        long keepFreeBytes,
        Retention retention,
        WorkCalendar calendar,
        Optional<Listen> listen,
        SignInSettings signIn,
        NoticeSettings notices,
        boolean jsonLogs) {
    public static final long DEFAULT_KEEP_FREE_BYTES = 200_000_000L;

    public Settings {
        roots = List.copyOf(roots);
        folders = Map.copyOf(folders);
        mail = Map.copyOf(mail);
        web = Map.copyOf(web);
        printers = Map.copyOf(printers);
    }

    /**
     * Limits of the engine workers.
     *
     * @param memory of each, in megabytes of heap
     * @param timeLimit for one document
     * @param quiet after which an idle worker is stopped
     */
    public record Workers(int count, int memory, Duration timeLimit, Duration quiet) {}

    /**
     * How the service is reached from other machines.
     *
     * @param names the host names that people call it by
     */
    public record Listen(String address, List<String> names, Way way) {
        public Listen {
            names = List.copyOf(names);
        }

        /** What keeps the talk private. */
        public sealed interface Way {
            /** Its own certificate and key, both PEM files. */
            record Certificate(Path certificate, Path key) implements Way {}

            /** A proxy before it. @param url as people call it @param addresses of the proxy; nobody else is let in */
            record Proxy(URI url, List<String> addresses) implements Way {
                public Proxy {
                    addresses = List.copyOf(addresses);
                }
            }
        }
    }
}
