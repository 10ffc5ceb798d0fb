package lectomen.standins.business;

import java.io.IOException;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code standin business}. */
@Command(
        name = "business",
        description =
                "Stand in for a business system: it takes JSON and forms with documents, shows them, and answers with the number of a record.",
        mixinStandardHelpOptions = true,
        footer = {"", "It stays up until Ctrl-C."})
public final class BusinessCommand implements Callable<Integer> {
    @Option(names = "--port", paramLabel = "N", description = "The port (default: ${DEFAULT-VALUE}; 0: any free one).")
    private int port = 9435;

    @Option(
            names = "--mood",
            paramLabel = "MOOD",
            description = "How it behaves: good, slow, busy, refusing, wrong or silent (default: ${DEFAULT-VALUE}).")
    private String mood = "good";

    @Override
    public Integer call() throws IOException {
        BusinessStandIn.Mood chosen;
        try {
            chosen = BusinessStandIn.Mood.valueOf(mood.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            System.err.println(
                    "lectomen: --mood must be good, slow, busy, refusing, wrong or silent, not \"" + mood + "\"");
            return 2;
        }
        BusinessStandIn standIn = BusinessStandIn.start(port, call -> System.out.println(call.readablePart()));
        standIn.setMood(chosen);
        System.out.println("""
                Business system at http://localhost:%d. In lectomen.yaml:

                connections:
                  berth-system:
                    web: { address: "http://localhost:%d/documents", private: yes }

                Ctrl-C to stop.""".formatted(standIn.port(), standIn.port()));
        return 0;
    }
}
