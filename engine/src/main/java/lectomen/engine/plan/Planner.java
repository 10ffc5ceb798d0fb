package lectomen.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Reading;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Facts;
import lectomen.engine.rule.Seen;
import lectomen.engine.rule.Site;
import lectomen.engine.rule.Truth;

/**
 * Decides what becomes of a document under an ordered list of rules: which one takes it, what its steps find, what it is
 * called and where it is filed. Nothing is done and nothing is changed; the same inputs give the same outcome. A trial
 * shows the outcome, the service carries it out.
 *
 * <p>Rules are asked in order, each first by what is known without opening the document. Its text is read once, and only
 * when a rule that is still in play asks for it.
 */
public final class Planner {
    private final Facts facts;
    private final Site site;
    private final TextSource source;
    private final List<Considered> considered = new ArrayList<>();
    private Optional<Reading> reading = Optional.empty();

    private final Lookups lookups;
    private final Workshop workshop;

    private Planner(Facts facts, Site site, TextSource source, Lookups lookups, Workshop workshop) {
        this.workshop = workshop;
        this.lookups = lookups;
        this.facts = facts;
        this.site = site;
        this.source = source;
    }

    /** For rules without steps that work on a document's bytes. */
    public static Outcome plan(List<Candidate> rules, Facts facts, Site site, TextSource text, Lookups lookups) {
        return plan(rules, facts, site, text, lookups, Workshop.NONE);
    }

    public static Outcome plan(
            List<Candidate> rules, Facts facts, Site site, TextSource text, Lookups lookups, Workshop workshop) {
        return new Planner(facts, site, text, lookups, workshop).plan(rules);
    }

    /** The same, and rules behind the one that takes the document are asked too: what they would have said is told after it. */
    public static Outcome planAskingAll(
            List<Candidate> rules, Facts facts, Site site, TextSource text, Lookups lookups, Workshop workshop) {
        Planner planner = new Planner(facts, site, text, lookups, workshop);
        Outcome outcome = planner.plan(rules);
        List<Considered> all = new ArrayList<>(outcome.considered());
        for (Candidate candidate : rules.subList(Math.min(all.size(), rules.size()), rules.size())) {
            all.add(planner.askedToo(candidate));
        }
        return new Outcome(all, outcome.rule(), outcome.steps(), outcome.ending());
    }

    private Considered askedToo(Candidate candidate) {
        Considered first = consider(candidate, facts);
        try {
            return isOpen(first)
                            && text("the conditions of rule " + candidate.ref().id()) instanceof Reading.Read read
                    ? considered(candidate, facts, Optional.of(read.text()))
                    : first;
        } catch (PatternTooSlow e) {
            String whyNot = tooSlow(candidate, e.pattern(), e.line()).words();
            return new Considered(candidate.ref(), false, whyNot, first.conditions());
        }
    }

    /**
     * The same when somebody chose the rule: the first takes the document whatever its conditions say. What they make of the file
     * without its text is kept beside it.
     */
    public static Outcome planChosen(
            List<Candidate> rules, Facts facts, Site site, TextSource text, Lookups lookups, Workshop workshop) {
        if (rules.isEmpty() || facts.type() == FileType.EMPTY) {
            return plan(rules, facts, site, text, lookups, workshop);
        }
        Candidate chosen = rules.get(0);
        Considered asked =
                new Considered(chosen.ref(), true, "", consider(chosen, facts).conditions());
        Planner planner = new Planner(facts, site, text, lookups, workshop);
        return new StepsOfPlan(chosen, facts, site, planner::text, lookups, workshop).run(List.of(asked));
    }

    /**
     * Whether the rule could take the file, as far as that can be told without reading its text. A pattern that is too slow leaves it open:
     * whoever plans with the rule says so then.
     */
    public static Considered consider(Candidate candidate, Facts facts) {
        try {
            return considered(candidate, facts, Optional.empty());
        } catch (PatternTooSlow e) {
            String whyNot = tooSlow(candidate, e.pattern(), e.line()).words();
            Seen open = new Seen(e.pattern(), Truth.OPEN, "", e.line(), List.of());
            return new Considered(candidate.ref(), false, whyNot, List.of(open));
        }
    }

    private Outcome plan(List<Candidate> rules) {
        if (facts.type() == FileType.EMPTY && !rules.isEmpty()) {
            Reason empty = Reason.of("file.empty");
            return new Outcome(List.of(), Optional.empty(), List.of(), new Outcome.Ending.Failed(empty));
        }
        for (Candidate candidate : rules) {
            Considered first;
            try {
                first = considered(candidate, facts, Optional.empty());
            } catch (PatternTooSlow e) {
                return failedAt(candidate, e);
            }
            Considered last = first;
            if (isOpen(first)) {
                Reading read = text("the conditions of rule " + candidate.ref().id());
                if (read instanceof Reading.Unreadable unreadable) {
                    considered.add(first);
                    return new Outcome(
                            considered, soleOpen(rules), List.of(), new Outcome.Ending.Failed(unreadable.reason()));
                }
                try {
                    last = considered(candidate, facts, Optional.of(((Reading.Read) read).text()));
                } catch (PatternTooSlow e) {
                    return failedAt(candidate, e);
                }
            }
            considered.add(last);
            if (last.takes()) {
                return new StepsOfPlan(candidate, facts, site, this::text, lookups, workshop)
                        .run(List.copyOf(considered));
            }
        }
        return new Outcome(considered, Optional.empty(), List.of(), new Outcome.Ending.Unwanted(noneWants(considered)));
    }

    private Outcome failedAt(Candidate candidate, PatternTooSlow tooSlow) {
        Reason reason = tooSlow(candidate, tooSlow.pattern(), tooSlow.line());
        return new Outcome(considered, Optional.of(candidate.ref()), List.of(), new Outcome.Ending.Failed(reason));
    }

    /** Why no rule takes a file that all of these were asked about. */
    public static Reason noneWants(List<Considered> considered) {
        if (considered.isEmpty()) {
            return Reason.of("rule.none-here");
        }
        String nearest = considered.stream()
                .limit(3)
                .map(one -> one.rule().id() + ": " + one.whyNot())
                .collect(Collectors.joining("; "));
        int more = considered.size() - 3;
        return Reason.of("rule.none-wants", "nearest", nearest + (more > 0 ? "; and " + more + " more" : "") + ".");
    }

    static Reason tooSlow(Candidate candidate, String pattern, int line) {
        return Reason.of(
                "pattern.too-slow",
                "pattern",
                pattern,
                "line",
                Integer.toString(line),
                "rule",
                candidate.ref().id());
    }

    private Reading text(String neededBy) {
        if (reading.isEmpty()) {
            reading = Optional.of(source.read(neededBy));
        }
        return reading.get();
    }

    private Optional<RuleRef> soleOpen(List<Candidate> rules) {
        List<RuleRef> open = rules.stream()
                .filter(rule ->
                        isOpen(consider(rule, facts)) || consider(rule, facts).takes())
                .map(Candidate::ref)
                .toList();
        return open.size() == 1 ? Optional.of(open.get(0)) : Optional.empty();
    }

    private static boolean isOpen(Considered considered) {
        return !considered.takes() && considered.conditions().stream().anyMatch(seen -> seen.truth() == Truth.OPEN);
    }

    private static Considered considered(Candidate candidate, Facts facts, Optional<DocumentText> text) {
        Optional<String> refusal = candidate.rule().findRefusal(facts);
        if (refusal.isPresent()) {
            return new Considered(candidate.ref(), false, refusal.get(), List.of());
        }
        if (candidate.rule().when().isEmpty()) {
            return new Considered(candidate.ref(), true, "", List.of());
        }
        Seen seen = candidate.rule().when().get().look(facts, text);
        String whyNot = seen.truth() == Truth.YES ? "" : whyNot(seen);
        return new Considered(candidate.ref(), seen.truth() == Truth.YES, whyNot, List.of(seen));
    }

    /** The condition that decided against the rule, with what it saw. */
    private static String whyNot(Seen seen) {
        if (seen.parts().isEmpty()) {
            return seen.says() + ": " + seen.saw();
        }
        Truth guilty = seen.says().equals("none") ? Truth.YES : Truth.NO;
        return seen.parts().stream()
                .filter(part -> part.truth() == guilty)
                .findFirst()
                .map(part -> (guilty == Truth.YES ? "not wanted: " : "") + whyNot(part))
                .orElse("its text was not read");
    }
}
