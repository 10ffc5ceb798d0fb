package lectomen.service.rulebook;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import lectomen.engine.rule.AnswerFile;
import lectomen.engine.rule.FollowUp;
import lectomen.engine.rule.OriginalHandling;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.step.Step;
import lectomen.engine.step.print.PrintStep;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.service.home.Settings;

/**
 * Checks a rule file: by itself, and against this installation and the other rules: folders under the owner's roots, no hot
 * folder inside another or around a destination, and the same settings for the same folder.
 */
final class RuleCheck {
    private final Settings settings;
    private final Set<String> contacts;
    private final PrinterCheck printers;

    /** @param contacts the groups and people that rules can name */
    RuleCheck(Settings settings, Set<String> contacts, PrinterCheck printers) {
        this.printers = printers;
        this.settings = settings;
        this.contacts = contacts;
    }

    RuleReadResult check(RuleReadResult reading, Iterable<RuleDocument> others) {
        if (reading instanceof RuleReadResult.Good good) {
            List<Problem> problems = new ArrayList<>();
            for (RuleDocument.From from : good.rule().from()) {
                checkPlace(from, problems);
                others.forEach(other -> checkAgainst(from, other, problems));
            }
            for (Step step : good.rule().steps()) {
                step.connections().forEach(connection -> Optional.ofNullable(
                                settings.folders().get(connection))
                        .ifPresent(folder -> checkRoot(folder, step.line(), 1, problems)));
                if (step instanceof PrintStep print) {
                    printers.problems(print).forEach(words -> problems.add(new Problem(step.line(), 1, words)));
                }
            }
            checkFoldersForPeople(good.rule(), others, problems);
            checkHandOverFolders(good.rule(), problems);
            good.rule().then().values().forEach(followUp -> checkHandOver(followUp, good.rule(), others, problems));
            good.rule().namedPeople().forEach(contact -> checkContact(contact, problems));
            return problems.isEmpty() ? reading : new RuleReadResult.Bad(problems);
        }
        return reading;
    }

    private void checkContact(Contact contact, List<Problem> problems) {
        if (!contacts.contains(contact.name())) {
            problems.add(new Problem(
                    contact.line(),
                    contact.column(),
                    "there is no group or person \"" + contact.name() + "\""
                            + (contacts.isEmpty() ? "" : Section.suggestion(contact.name(), contacts))));
        }
    }

    private static void checkHandOver(
            FollowUp followUp, RuleDocument rule, Iterable<RuleDocument> others, List<Problem> problems) {
        Set<String> known = new TreeSet<>();
        others.forEach(other -> known.add(other.id()));
        followUp.handOver()
                .map(FollowUp.HandOver::to)
                .filter(to -> !known.contains(to) && !to.equals(rule.id()))
                .ifPresent(to -> problems.add(new Problem(
                        followUp.line(),
                        1,
                        "unknown rule \"" + to + "\", to hand over to" + Section.suggestion(to, known))));
    }

    /** What is handed over came from no hot folder, so that a folder inside one is none. */
    private static void checkHandOverFolders(RuleDocument rule, List<Problem> problems) {
        if (!rule.from().isEmpty()) {
            return;
        }
        for (FollowUp end : rule.then().values()) {
            Stream.of(
                            end.answer().map(AnswerFile::folder),
                            end.original()
                                    .filter(OriginalHandling.Move.class::isInstance)
                                    .map(original -> ((OriginalHandling.Move) original).folder()))
                    .flatMap(Optional::stream)
                    .filter(folder -> !Path.of(folder).isAbsolute())
                    .forEach(folder -> problems.add(new Problem(
                            end.line(),
                            1,
                            "\"" + folder
                                    + "\" is a folder inside a hot folder, but handed-over documents come from no hot folder;"
                                    + " name a path")));
        }
    }

    /** Folders for failed files, answers and originals, where they are paths rather than names inside the hot folder. */
    private void checkFoldersForPeople(RuleDocument rule, Iterable<RuleDocument> others, List<Problem> problems) {
        rule.from()
                .forEach(from -> checkForPeople(from.settings().failedFolder(), from.line(), rule, others, problems));
        for (FollowUp end : rule.then().values()) {
            end.answer().ifPresent(answer -> checkForPeople(answer.folder(), end.line(), rule, others, problems));
            end.original()
                    .filter(OriginalHandling.Move.class::isInstance)
                    .map(OriginalHandling.Move.class::cast)
                    .ifPresent(move -> checkForPeople(move.folder(), end.line(), rule, others, problems));
        }
    }

    private void checkForPeople(
            String folder, int line, RuleDocument rule, Iterable<RuleDocument> others, List<Problem> problems) {
        Path path = Path.of(folder);
        if (!path.isAbsolute()) {
            return;
        }
        checkRoot(path, line, 1, problems);
        List<RuleDocument> all = new ArrayList<>(List.of(rule));
        others.forEach(all::add);
        for (RuleDocument other : all) {
            for (RuleDocument.From from : other.from()) {
                Path hot = real(Path.of(from.folder()));
                boolean own = rule.findFrom(from.folder()).isPresent();
                if (real(path).equals(hot) || (!own && real(path).startsWith(hot))) {
                    problems.add(new Problem(
                            line,
                            1,
                            "folder " + folder + " is inside hot folder " + from.folder() + " of rule " + other.id()
                                    + "; files put there would be taken in again"));
                }
            }
        }
    }

    private void checkPlace(RuleDocument.From from, List<Problem> problems) {
        Path folder = Path.of(from.folder());
        checkRoot(folder, from.line(), from.column(), problems);
        for (Map.Entry<String, Path> connection : settings.folders().entrySet()) {
            if (overlap(folder, connection.getValue())) {
                problems.add(new Problem(
                        from.line(),
                        from.column(),
                        "hot folder " + folder + " and the folder of connection \"" + connection.getKey() + "\" ("
                                + connection.getValue()
                                + ") contain each other; filed documents would be taken in again"));
            }
        }
    }

    private void checkRoot(Path folder, int line, int column, List<Problem> problems) {
        Path real = real(folder);
        if (settings.roots().stream().map(RuleCheck::real).noneMatch(real::startsWith)) {
            problems.add(new Problem(
                    line,
                    column,
                    "folder " + folder + " is not under any of the roots in lectomen.yaml: " + settings.roots()));
        }
    }

    private static void checkAgainst(RuleDocument.From from, RuleDocument other, List<Problem> problems) {
        for (RuleDocument.From theirs : other.from()) {
            String problem = null;
            if (theirs.folder().equals(from.folder())) {
                if (!theirs.settings().equals(from.settings())) {
                    problem = "rule " + other.id()
                            + " uses this folder with different settings (arrives, settle, sweep, failed"
                            + " files); all rules must use the same settings for a folder";
                }
            } else if (overlap(Path.of(theirs.folder()), Path.of(from.folder()))) {
                problem = "hot folder " + from.folder() + " and hot folder " + theirs.folder() + " of rule "
                        + other.id() + " contain each other";
            }
            if (problem != null) {
                problems.add(new Problem(from.line(), from.column(), problem));
            }
        }
    }

    private static boolean overlap(Path one, Path other) {
        Path realOne = real(one);
        Path realOther = real(other);
        return realOne.startsWith(realOther) || realOther.startsWith(realOne);
    }

    /** The path with links followed as far as it exists. */
    private static Path real(Path path) {
        for (Path existing = path; existing != null; existing = existing.getParent()) {
            if (Files.exists(existing)) {
                try {
                    return existing.toRealPath().resolve(existing.relativize(path));
                } catch (IOException e) {
                    return path;
                }
            }
        }
        return path;
    }
}
