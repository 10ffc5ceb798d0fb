package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.step.Step;
import lectomen.engine.step.find.FindStep;

/**
 * A rule as read from its file, with the site's parameters filled in.
 *
 * @param id as commands and messages name it
 * @param parameters its own, which go before those of the site
 * @param from its sources; none for a rule that takes only what other rules hand over
 * @param when empty: every file that is accepted
 * @param steps at least one
 * @param retention empty: as the site says
 * @param contacts whom to ask about its documents
 * @param parts the shared parts that it names
 * @param counters those among them that are counters
 * @param sameDocument the key of its documents: one with the key of an earlier one replaces what that filed
 * @param then what follows each end
 * @param whileWaiting who is notified while its documents wait for people, besides those who are asked
 */
public record RuleDocument(
        String id,
        String title,
        String about,
        Map<String, String> parameters,
        List<From> from,
        Optional<Condition> when,
        List<Step> steps,
        Optional<Retention> retention,
        List<Contact> contacts,
        Set<String> parts,
        Map<String, Counter> counters,
        Optional<NamePattern> sameDocument,
        Map<FollowUp.End, FollowUp> then,
        Map<NoticeKind, NoticeOrder> whileWaiting) {
    public RuleDocument {
        parameters = Map.copyOf(parameters);
        from = List.copyOf(from);
        steps = List.copyOf(steps);
        contacts = List.copyOf(contacts);
        parts = Set.copyOf(parts);
        counters = Map.copyOf(counters);
        then = Map.copyOf(then);
        whileWaiting = Map.copyOf(whileWaiting);
    }

    /**
     * A hot folder that the rule takes files from.
     *
     * @param folder an absolute path
     * @param about what belongs there, for the people who use it; may be empty
     */
    public record From(
            String folder, String about, AcceptFilter accepting, SourceSettings settings, int line, int column) {}

    /** The groups and people that it names: to ask, and to notify. */
    public List<Contact> namedPeople() {
        Stream<NoticeOrder> atEnds = then.values().stream().flatMap(end -> end.notice().stream());
        Stream<Contact> notified = Stream.concat(atEnds, whileWaiting.values().stream())
                .flatMap(order -> order.names().stream().map(name -> new Contact(name, order.line(), order.column())));
        Stream<Contact> ofSources = from.stream().flatMap(source -> source.settings().notices().values().stream()
                .flatMap(List::stream)
                .map(name -> new Contact(name, source.line(), source.column())));
        return Stream.of(contacts.stream(), notified, ofSources, askedPeople().stream())
                .flatMap(people -> people)
                .toList();
    }

    /** The groups and people that its steps ask. */
    public List<Contact> askedPeople() {
        return steps.stream().flatMap(step -> step.contacts().stream()).toList();
    }

    /** The field of that name, as the last step that finds it describes it. */
    public Optional<FieldSpec> findField(String name) {
        return steps.stream()
                .filter(FindStep.class::isInstance)
                .flatMap(step -> ((FindStep) step).fields().stream())
                .filter(field -> field.name().equals(name))
                .reduce((first, last) -> last);
    }

    /** The lookups that its steps use. */
    public Set<String> lookups() {
        return steps.stream().flatMap(step -> step.lookups().stream()).collect(Collectors.toSet());
    }

    /** What it asks of the data file beside a document. */
    public Set<String> sidecarExpressions() {
        Stream<String> ofSteps = steps.stream().flatMap(step -> step.sidecarExpressions().stream());
        Stream<String> ofConditions = when.stream().flatMap(condition -> condition.sidecarExpressions().stream());
        return Stream.concat(ofSteps, ofConditions).collect(Collectors.toSet());
    }

    /** Whether its conditions ask for what is known of a document before it is printed. */
    public boolean asksForPrintFacts() {
        return when.filter(Condition::asksForPrintFacts).isPresent();
    }

    /** Names inside its hot folders, and paths, in which files for people are put: what failed, answers, originals. */
    public Set<String> ownFolders() {
        Stream<String> failed = from.stream().map(source -> source.settings().failedFolder());
        Stream<String> answers =
                then.values().stream().flatMap(end -> end.answer().stream()).map(AnswerFile::folder);
        Stream<String> originals = then.values().stream()
                .flatMap(end -> end.original().stream())
                .flatMap(original ->
                        original instanceof OriginalHandling.Move move ? Stream.of(move.folder()) : Stream.empty());
        return Stream.of(failed, answers, originals).flatMap(folders -> folders).collect(Collectors.toSet());
    }

    public Optional<From> findFrom(String folder) {
        return from.stream().filter(source -> source.folder().equals(folder)).findFirst();
    }

    /**
     * Why the rule does not take such a file from its folder, as a clause; from an upload, why from none of its sources. Empty
     * where it does, as far as its conditions hold.
     */
    public Optional<String> findRefusal(FileFacts facts) {
        if (!facts.more().given().isEmpty()) {
            return Optional.empty();
        }
        List<From> asked = from.stream()
                .filter(source -> facts.folder().isEmpty()
                        || source.folder().equals(facts.folder().get()))
                .toList();
        List<Optional<String>> refusals = asked.stream()
                .map(source -> source.accepting().findRefusal(facts))
                .toList();
        if (refusals.isEmpty()) {
            return Optional.of("does not take files from this folder");
        }
        return refusals.stream().allMatch(Optional::isPresent) ? refusals.get(0) : Optional.empty();
    }
}
