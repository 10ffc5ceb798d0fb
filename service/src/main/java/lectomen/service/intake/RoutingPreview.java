package lectomen.service.intake;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Planner;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.rule.ConditionResult;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SourceSettings;

/** Whether a file with a certain name and size would be taken from a hot folder. No such file need exist. */
public final class RoutingPreview {
    private final InstantSource clock;

    public RoutingPreview(InstantSource clock) {
        this.clock = clock;
    }

    /** What a rule says to such a file. */
    public enum Says {
        YES,
        NO,
        /** That depends on what stands in it, or in the data file beside it. */
        AFTER_READING
    }

    /** @param why it does not want it, or what it has to see; empty for yes */
    public record Answer(String rule, Says says, String why) {}

    /** @param ignored why no rule is asked; empty where they are */
    public record InFolder(String folder, String ignored, List<Answer> rules) {
        public InFolder {
            rules = List.copyOf(rules);
        }
    }

    /**
     * Asks all rules, folder by folder.
     *
     * @param name may have folders before it, as seen from the hot folder
     */
    public List<InFolder> ask(List<Candidate> rules, String name, long bytes) {
        Map<String, List<Candidate>> byFolder = new TreeMap<>();
        for (Candidate rule : rules) {
            for (RuleDocument.From from : rule.rule().from()) {
                byFolder.computeIfAbsent(from.folder(), key -> new ArrayList<>())
                        .add(rule);
            }
        }
        List<InFolder> answers = new ArrayList<>();
        byFolder.forEach((folder, asked) -> answers.add(inFolder(folder, asked, Path.of(name), bytes)));
        return answers;
    }

    private InFolder inFolder(String folder, List<Candidate> rules, Path path, long bytes) {
        RuleDocument.From from = rules.get(0).rule().findFrom(folder).orElseThrow();
        String name = path.getFileName().toString();
        boolean below = path.getNameCount() > 1;
        if (IgnoredNames.ignores(name)) {
            return new InFolder(
                    folder, "names like this belong to hidden files or files still being copied", List.of());
        }
        if (below && rules.get(0).rule().ownFolders().contains(path.getName(0).toString())) {
            return new InFolder(folder, "the service itself writes to that folder", List.of());
        }
        if (below && from.settings().subfolders() == SourceSettings.Subfolders.LEAVE) {
            return new InFolder(folder, "subfolders are ignored; to watch them: \"subfolders: watch\"", List.of());
        }
        if (isDataFile(from.settings(), name)) {
            return new InFolder(folder, "it is a data file, and is taken together with its documents", List.of());
        }
        Optional<FileType> known = FileType.findByWord(ending(name));
        FileFacts.Circumstances more = FileFacts.Circumstances.UNKNOWN.at(clock.instant());
        FileFacts facts =
                new FileFacts(name, bytes, known.orElse(FileType.UNKNOWN), Optional.of(folder), clock.instant(), more);
        return new InFolder(
                folder,
                "",
                rules.stream()
                        .map(rule -> answer(rule, folder, facts, known.isPresent()))
                        .toList());
    }

    private static boolean isDataFile(SourceSettings settings, String name) {
        return settings.sidecar()
                .filter(sidecar ->
                        sidecar.forms().stream().anyMatch(form -> form.word().equals(ending(name))))
                .isPresent();
    }

    private static String ending(String name) {
        return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private static Answer answer(Candidate rule, String folder, FileFacts facts, boolean typeIsKnown) {
        RuleEvaluation considered = Planner.consider(rule, facts);
        boolean open = considered.conditions().stream().anyMatch(seen -> seen.truth() == ConditionResult.OPEN);
        if (considered.takes()) {
            return new Answer(rule.ref().id(), Says.YES, "");
        }
        boolean byType = !typeIsKnown
                && !rule.rule()
                        .findFrom(folder)
                        .orElseThrow()
                        .accepting()
                        .types()
                        .isEmpty();
        if (open || byType) {
            String why = open
                    ? considered.whyNot()
                    : "the type of a file without a known extension is detected from its content";
            return new Answer(rule.ref().id(), Says.AFTER_READING, why);
        }
        return new Answer(rule.ref().id(), Says.NO, considered.whyNot());
    }
}
