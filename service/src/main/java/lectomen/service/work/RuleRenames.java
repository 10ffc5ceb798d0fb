package lectomen.service.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleText;
import lectomen.engine.rulefile.RuleFileForm;
import lectomen.service.bytes.DurableFiles;
import lectomen.service.effect.SubmitterFolder;
import lectomen.service.intake.HotFolders;
import lectomen.service.notice.Notices;
import lectomen.service.role.RoleGrants;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.RuleState;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Renames a rule, and its hot folder with it on request. What is to be done is written down first; then the
 * folder comes to rest and gets its name in one step, with everything that is in it or on its way out of it; then the rule, its
 * versions and what names it change in one write. A service that was ended in between finishes that at its next start.
 */
public final class RuleRenames {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "rule_rename",
            List.of("folder", "new_folder"),
            ErasableColumns.Subject.RULE,
            "delete from rule_rename where rule_id = ?"));

    private static final Logger LOG = LoggerFactory.getLogger(RuleRenames.class);

    private final Store store;
    private final Rulebook rulebook;
    private final Sources sources;
    private final HotFolders folders;
    private final InstantSource clock;

    public RuleRenames(Store store, Rulebook rulebook, Sources sources, HotFolders folders, InstantSource clock) {
        this.store = store;
        this.rulebook = rulebook;
        this.sources = sources;
        this.folders = folders;
        this.clock = clock;
    }

    /** @param folder before; empty where no folder is renamed @param newFolder after */
    private record Plan(String from, String to, String folder, String newFolder, String principal) {
        boolean hasFolder() {
            return !folder.isEmpty();
        }
    }

    /**
     * Renames a rule.
     *
     * @param withFolder whether a hot folder that is named as the rule is gets the new name too
     * @throws RenameRefusedException if that can't be, with what can be done
     * @throws BadRuleException if the rule could not work under the new name
     */
    public synchronized RuleEntry rename(
            String id, String to, boolean withFolder, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        RuleEntry entry = rulebook.require(id);
        if (unchanged.isPresent() && !unchanged.get().test(entry)) {
            throw new ChangedMeanwhileException("Rule " + id);
        }
        requireFree(to);
        requireNoHandOver(id);
        RuleReadResult after = rulebook.check(RuleText.renamed(entry.text(), to, withFolder));
        if (after instanceof RuleReadResult.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        Plan plan = plan(entry, ((RuleReadResult.Good) after).rule(), to, principal);
        if (!plan.hasFolder()) {
            return renamed(plan, withFolder);
        }
        store.write(db -> db.sql("""
                        insert into rule_rename (only_row, rule_id, new_id, source_id, folder, new_folder, principal, at)
                        values (1, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        id,
                        to,
                        sources.ofFolder(plan.folder()),
                        plan.folder(),
                        plan.newFolder(),
                        principal,
                        clock.millis())
                .update());
        try {
            folders.letGo(plan.folder());
            moveFolder(plan);
        } catch (IOException e) {
            store.write(db -> db.sql("delete from rule_rename").update());
            folders.goOn(plan.folder());
            throw new RenameRefusedException("The folder " + plan.folder() + " could not be renamed (" + e.getMessage()
                    + "); nothing was changed.");
        }
        RuleEntry renamed = renamed(plan, true);
        folders.goOn(plan.folder());
        return renamed;
    }

    private void requireFree(String to) {
        if (!RuleFileForm.isId(to)) {
            throw new RenameRefusedException(
                    "A rule id may have lower-case letters, digits and hyphens (mooring-permits), not \"" + to + "\".");
        }
        if (rulebook.find(to).isPresent()) {
            throw new RenameRefusedException("There is already a rule " + to + ".");
        }
    }

    private void requireNoHandOver(String id) {
        for (RuleEntry other : rulebook.list()) {
            boolean names = other.state() != RuleState.RETIRED
                    && rulebook.read(other) instanceof RuleReadResult.Good good
                    && good.rule().then().values().stream().anyMatch(end -> end.handOver()
                            .filter(on -> on.to().equals(id))
                            .isPresent());
            if (names) {
                throw new RenameRefusedException("Rule " + other.id()
                        + " hands over to it. Change that rule to hand over to another rule or to none" + " first.");
            }
        }
    }

    private Plan plan(RuleEntry entry, RuleDocument after, String to, String principal) {
        List<String> before =
                rulebook.read(entry) instanceof RuleReadResult.Good good ? folders(good.rule()) : List.of();
        List<String> now = folders(after);
        List<Integer> different = new ArrayList<>();
        for (int i = 0; i < Math.min(before.size(), now.size()); i++) {
            if (!before.get(i).equals(now.get(i))) {
                different.add(i);
            }
        }
        if (different.isEmpty()) {
            return new Plan(entry.id(), to, "", "", principal);
        }
        if (different.size() > 1) {
            throw new RenameRefusedException(
                    "Several folders have the name of the rule; rename it without its folder.");
        }
        Plan plan = new Plan(entry.id(), to, before.get(different.get(0)), now.get(different.get(0)), principal);
        requireOwn(plan);
        return plan;
    }

    private static List<String> folders(RuleDocument rule) {
        return rule.from().stream().map(RuleDocument.From::folder).toList();
    }

    private void requireOwn(Plan plan) {
        for (RuleEntry other : rulebook.list()) {
            boolean shares = !other.id().equals(plan.from())
                    && other.state() != RuleState.RETIRED
                    && rulebook.read(other) instanceof RuleReadResult.Good good
                    && folders(good.rule()).contains(plan.folder());
            if (shares) {
                throw new RenameRefusedException("Rule " + other.id() + " takes files from " + plan.folder()
                        + " too; rename it without its folder.");
            }
        }
        if (sources.isKnown(plan.newFolder()) || holdsSomething(Path.of(plan.newFolder()))) {
            throw new RenameRefusedException("There already is, or was, a hot folder " + plan.newFolder()
                    + "; choose another name, or rename the rule without its folder.");
        }
    }

    private static boolean holdsSomething(Path folder) {
        try (Stream<Path> files = Files.list(folder)) {
            return files.findAny().isPresent();
        } catch (IOException none) {
            return Files.exists(folder) && !Files.isDirectory(folder);
        }
    }

    private static void moveFolder(Plan plan) throws IOException {
        Path from = Path.of(plan.folder());
        Path to = Path.of(plan.newFolder());
        if (Files.isDirectory(from)) {
            Files.deleteIfExists(to); // an empty one
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
            DurableFiles.syncEntry(to);
            DurableFiles.syncEntry(from);
        }
    }

    private RuleEntry renamed(Plan plan, boolean withFolder) {
        return rulebook.rename(
                plan.from(),
                plan.to(),
                text -> RuleText.renamed(text, plan.to(), withFolder),
                db -> besides(db, plan),
                plan.principal());
    }

    private void besides(JdbcClient db, Plan plan) {
        if (plan.hasFolder()) {
            sources.moved(db, plan.folder(), plan.newFolder());
            SubmitterFolder.moved(db, plan.folder(), plan.newFolder());
        }
        RoleGrants.renamed(db, plan.from(), plan.to());
        Notices.renamed(db, plan.from(), plan.to());
        db.sql("delete from rule_rename").update();
    }

    /** Finishes what an earlier run of the service began. Call it before folders are watched. */
    public void recover() {
        Optional<Plan> begun = store.read(db -> db.sql("select * from rule_rename")
                .query((row, n) -> new Plan(
                        row.getString("rule_id"),
                        row.getString("new_id"),
                        row.getString("folder"),
                        row.getString("new_folder"),
                        row.getString("principal")))
                .optional());
        begun.ifPresent(plan -> {
            try {
                moveFolder(plan);
                renamed(plan, true);
                LOG.info("The renaming of a rule that was interrupted by the end of the service is completed");
            } catch (IOException e) {
                LOG.error(
                        "The renaming of a rule was interrupted by the end of the service, and its folder can't be renamed ({});"
                                + " it keeps the old one",
                        ProblemWords.ofDisk(e));
                store.write(db -> db.sql("delete from rule_rename").update());
            }
        });
    }
}
