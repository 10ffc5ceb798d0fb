package lectomen.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.SlotValues;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;

/**
 * Where, and under which name, a person wants a document filed, whatever the rules say. Folder and name are patterns with the
 * slots that are known of any file: {@code {file name}}, {@code {arrived}} and the parameters of the site.
 *
 * @param under empty for the top of the connection
 * @param name with or without the extension, which follows the real type
 */
public record FilingByHand(String connection, String under, String name, WhenTaken whenTaken) {
    static final String WORD = "file by hand";

    /** What is wrong with it, in words; empty when it can be carried out. */
    public List<String> problems(Site site) {
        List<String> problems = new ArrayList<>();
        problem("name", name, false, site).ifPresent(problems::add);
        if (!under.isEmpty()) {
            problem("folder", under, true, site).ifPresent(problems::add);
        }
        return problems;
    }

    private static Optional<String> problem(String what, String text, boolean folders, Site site) {
        NamePattern.Parsed parsed = NamePattern.parse(text);
        if (parsed.pattern().isEmpty()) {
            return Optional.of("the " + what + " has " + parsed.problem());
        }
        Set<String> known = SlotValues.names(site);
        return parsed.pattern().get().slots().stream()
                .filter(slot -> !known.contains(slot))
                .findFirst()
                .map(slot -> "the " + what + " asks for {" + slot + "}; there are {" + String.join("}, {", known) + "}")
                .or(() -> parsed.pattern().get().findMisplacedPath(folders));
    }

    /** What becomes of the document: always a filing, or the reason why it can't be named so. */
    public Outcome plan(FileFacts facts, Site site) {
        String ending = SlotValues.ending(facts, site.locale());
        Filing filing =
                new Filing(1, connection, under, withoutEnding(ending), SlotValues.of(facts, site), ending, whenTaken);
        Filing.Target target = filing.target(site.locale());
        if (target instanceof Filing.Target.Impossible impossible) {
            StepResult failed = new StepResult(1, WORD, 0, null, List.of(), Optional.of(impossible.reason()), 0);
            return new Outcome(
                    List.of(), Optional.empty(), List.of(failed), new Outcome.Ending.Failed(impossible.reason()));
        }
        StepResult planned =
                new StepResult(1, WORD, 0, new StepAddition.Effect(filing), List.of(), Optional.empty(), 0);
        return new Outcome(List.of(), Optional.empty(), List.of(planned), new Outcome.Ending.Planned());
    }

    private String withoutEnding(String ending) {
        String written = "." + ending;
        boolean has = !ending.isEmpty()
                && name.length() > written.length()
                && name.toLowerCase(Locale.ROOT).endsWith(written.toLowerCase(Locale.ROOT));
        return has ? name.substring(0, name.length() - written.length()) : name;
    }
}
