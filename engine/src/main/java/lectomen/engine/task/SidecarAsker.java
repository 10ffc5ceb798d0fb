package lectomen.engine.task;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.data.DataFile;
import lectomen.engine.data.DataValue;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Outcome;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SidecarSettings;

/** Evaluates everything that the rules ask of a document's data file, once and beforehand. */
final class SidecarAsker {
    private final Examiner.ByteFetch bytes;

    SidecarAsker(Examiner.ByteFetch bytes) {
        this.bytes = bytes;
    }

    /** The facts with what the sidecar says; the same where there is none. */
    FileFacts asked(FileFacts facts, List<Candidate> rules) {
        return facts.more()
                .sidecar()
                .filter(sidecar -> sidecar.told().isEmpty())
                .map(sidecar -> facts.with(read(sidecar, facts.name(), rules)))
                .orElse(facts);
    }

    private Sidecar read(Sidecar sidecar, String document, List<Candidate> rules) {
        byte[] content;
        try {
            content = Files.readAllBytes(bytes.fetch(new ByteRef(sidecar.sha256(), sidecar.size())));
        } catch (IOException e) {
            throw new UncheckedIOException("The sidecar's bytes are not available", e);
        }
        DataFile.Reading reading = DataFile.read(content, sidecar.form(), sidecar.namespaces());
        if (reading instanceof DataFile.Reading.Bad bad) {
            return sidecar.with(
                    Map.of(),
                    bad.reason()
                            .parameters()
                            .getOrDefault("problem", bad.reason().words()));
        }
        DataFile file = ((DataFile.Reading.Good) reading).file();
        Set<String> expressions = new TreeSet<>();
        rules.forEach(rule -> expressions.addAll(rule.rule().sidecarExpressions()));
        Map<String, List<DataValue>> told = new TreeMap<>();
        for (String expression : expressions) {
            if (file.ask(expression, new DataFile.About(document)) instanceof DataFile.Answer.Hits found) {
                told.put(expression, found.hits());
            }
        }
        return sidecar.with(told, "");
    }

    /** How a document ends whose sidecar can't be read; empty where it can, or the rules go on without. */
    static Optional<Outcome> findRefusal(FileFacts facts, List<Candidate> rules) {
        Optional<Sidecar> broken =
                facts.more().sidecar().filter(sidecar -> !sidecar.problem().isEmpty());
        boolean goOn = rules.stream()
                .flatMap(rule -> facts.folder().stream().flatMap(folder -> rule.rule().findFrom(folder).stream()))
                .map(RuleDocument.From::settings)
                .flatMap(settings -> settings.sidecar().stream())
                .anyMatch(settings -> settings.broken() == SidecarSettings.Broken.TAKE);
        return broken.filter(sidecar -> !goOn).map(sidecar -> {
            String problem = sidecar.problem().endsWith(".") ? sidecar.problem() : sidecar.problem() + ".";
            Reason reason = Reason.of("sidecar.broken", "name", sidecar.name(), "problem", problem);
            return new Outcome(List.of(), Optional.empty(), List.of(), new Outcome.Ending.Failed(reason));
        });
    }
}
