package lectomen.client;

import java.io.IOException;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The history of one job, or of all jobs, from the ledger. */
@Command(
        name = "log",
        description =
                "Show the history of a job, or of everything. With --follow, new entries are shown as they happen.",
        footer = {
            "",
            "Examples:",
            "  lectomen job log 1-17",
            "  lectomen job log --follow            everything, from now on",
            "  lectomen job log 1-17 --follow --json"
        })
final class JobLogCommand implements Callable<Integer> {
    private static final int PAGE = 1_000;
    private static final String JOB = "job ";

    @Mixin
    private final Connection connection = new Connection();

    @Parameters(arity = "0..1", paramLabel = "ID", description = "The job id (default: all jobs and rules).")
    private @Nullable String id;

    @Option(
            names = {"-f", "--follow"},
            description = "Show new entries as they happen, until Ctrl-C.")
    private boolean follow;

    /** The names of files by the ids of their jobs, as far as they were shown; empty for jobs that are gone. */
    private final Map<String, String> names = new HashMap<>();

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        if (id != null) {
            service.get("/jobs/" + Service.encoded(id));
        }
        String subject = id == null ? "" : "&subject=" + Service.encoded(JOB + id);
        if (!follow || id != null) {
            long after = past(service, subject);
            if (follow) {
                service.follow("/events?after=" + after + subject, entry -> print(service, entry));
            }
        } else {
            service.follow("/events", entry -> print(service, entry));
        }
        return 0;
    }

    private long past(Service service, String subject) {
        long after = 0;
        while (true) {
            JsonNode page = service.get("/ledger?limit=" + PAGE + "&after=" + after + subject);
            for (JsonNode entry : page.path("entries")) {
                print(service, entry);
                after = entry.path("seq").asLong();
            }
            if (!page.has("next")) {
                return after;
            }
        }
    }

    private void print(Service service, JsonNode entry) {
        if (connection.json()) {
            System.out.println(entry);
            return;
        }
        StringBuilder facts = new StringBuilder();
        entry.path("facts").properties().forEach(fact -> {
            String value = ResponseWords.text(fact.getValue());
            boolean isHash = value.matches("[0-9a-f]{64}");
            if (!value.isEmpty() && !isHash) {
                facts.append("  ").append(fact.getKey()).append(' ').append(value);
            }
        });
        String name = name(service, ResponseWords.text(entry.path("subject")));
        System.out.printf(
                Locale.ROOT,
                "%s  %-22s %-12s %-8s%s%s%n",
                ResponseWords.time(entry.path("at")),
                ResponseWords.text(entry.path("event")),
                ResponseWords.text(entry.path("subject")),
                ResponseWords.text(entry.path("principal")),
                facts,
                name.isEmpty() ? "" : "  " + name);
    }

    /** The ledger holds no names; they are taken from the jobs, for callers who may see those. */
    private String name(Service service, String subject) {
        if (!subject.startsWith(JOB)) {
            return "";
        }
        return names.computeIfAbsent(subject.substring(JOB.length()), job -> {
            try {
                return ResponseWords.text(
                        service.get("/jobs/" + Service.encoded(job)).path("fileName"));
            } catch (RequestRefused gone) {
                return "";
            }
        });
    }
}
