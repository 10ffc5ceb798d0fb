package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Planner;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.rule.ConditionResult;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rulefile.RuleRef;

/** The files in the folders of a draft rule, and what the rule would do with each. Opens no file beyond its head. */
public final class PendingFiles {
    /** More files than this are counted and not asked about. */
    private static final int MOST_ASKED = 2_000;

    private static final int MOST_SHOWN = 50;

    private final InstantSource clock;

    public PendingFiles(InstantSource clock) {
        this.clock = clock;
    }

    /** What the rule would say. */
    public enum Decision {
        /** It takes the file. */
        TAKE,
        /** It depends on the file's text, which is read only once the rule is live. */
        READ,
        /** It does not want the file. */
        LEAVE
    }

    /** @param why a rule does not want it, in words; empty otherwise */
    public record PendingFile(String name, long size, Instant modified, Decision decision, String why) {}

    /**
     * @param all how many files there are
     * @param files the newest of them
     * @param notReached folders that can't be looked at, or are not there yet
     */
    public record Overview(
            int all, int take, int read, int leave, int notAsked, List<PendingFile> files, List<String> notReached) {
        public Overview {
            files = List.copyOf(files);
            notReached = List.copyOf(notReached);
        }
    }

    public Overview look(RuleDocument rule) {
        List<PendingFile> files = new ArrayList<>();
        List<String> notReached = new ArrayList<>();
        int all = 0;
        for (RuleDocument.From from : rule.from()) {
            Path folder = Path.of(from.folder());
            try {
                FolderScan scan = new FolderScan(folder, from.settings().subfolders(), rule.ownFolders(), inside -> {});
                for (FolderScan.Found found : scan.all()) {
                    all++;
                    if (files.size() < MOST_ASKED) {
                        asked(rule, folder, found).ifPresent(files::add);
                    }
                }
            } catch (IOException e) {
                notReached.add(from.folder());
            }
        }
        files.sort(Comparator.comparing(PendingFile::modified).reversed());
        return new Overview(
                all,
                count(files, Decision.TAKE),
                count(files, Decision.READ),
                count(files, Decision.LEAVE),
                all - files.size(),
                files.stream().limit(MOST_SHOWN).toList(),
                notReached);
    }

    private static int count(List<PendingFile> files, Decision decision) {
        return (int) files.stream().filter(file -> file.decision() == decision).count();
    }

    private Optional<PendingFile> asked(RuleDocument rule, Path folder, FolderScan.Found found) {
        String name = folder.relativize(found.path()).toString();
        FileState state = found.state();
        try {
            Instant modified = Files.getLastModifiedTime(found.path()).toInstant();
            if (state.kind() != FileState.Kind.FILE) {
                return Optional.of(new PendingFile(name, state.size(), modified, Decision.READ, ""));
            }
            FileType type = StoredFile.typeOf(found.path());
            FileFacts.Circumstances more =
                    StoredFile.circumstances(folder.relativize(found.path()), state, StoredFile.ownerOf(found.path()));
            FileFacts facts = new FileFacts(
                    found.path().getFileName().toString(),
                    state.size(),
                    type,
                    Optional.of(folder.toString()),
                    clock.instant(),
                    more);
            RuleEvaluation considered = Planner.consider(new Candidate(new RuleRef(rule.id(), 0), rule), facts);
            boolean open = considered.conditions().stream().anyMatch(seen -> seen.truth() == ConditionResult.OPEN);
            Decision decision = considered.takes() ? Decision.TAKE : open ? Decision.READ : Decision.LEAVE;
            String why = decision == Decision.LEAVE ? considered.whyNot() : "";
            return Optional.of(new PendingFile(name, state.size(), modified, decision, why));
        } catch (IOException gone) {
            return Optional.empty();
        }
    }
}
