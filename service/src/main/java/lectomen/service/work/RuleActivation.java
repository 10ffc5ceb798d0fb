package lectomen.service.work;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.step.Step;
import lectomen.engine.yaml.Problem;
import lectomen.service.access.Contacts;
import lectomen.service.destination.Connections;
import lectomen.service.intake.HotFolders;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.RuleState;
import lectomen.service.rulebook.Rulebook;

/** Puts the latest version of a rule live, if it can be read and every sample gives the expected result. */
public final class RuleActivation {
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final Samples samples;
    private final Contacts contacts;
    private final Connections connections;

    /** A folder that the latest version watches. @param exists whether it is there already, or will be made */
    public record Watched(String folder, boolean exists) {}

    /** Where it files to. @param exists whether the connection's folder is there */
    public record FilesTo(String connection, String folder, boolean exists) {}

    /** A live rule that watches one of the folders too. @param before whether it is asked before this one */
    public record Sharing(String rule, String title, String folder, boolean before) {}

    /**
     * What putting the latest version live would come to.
     *
     * @param missing why it can't go live, in words; none where it can
     * @param notices what can be put right later, in words
     * @param samples how each came out of the latest version
     */
    public record Outlook(
            List<Watched> folders,
            List<FilesTo> filesTo,
            List<Sharing> sharing,
            List<String> missing,
            List<String> notices,
            List<Samples.Ran> samples) {
        public Outlook {
            folders = List.copyOf(folders);
            filesTo = List.copyOf(filesTo);
            sharing = List.copyOf(sharing);
            missing = List.copyOf(missing);
            notices = List.copyOf(notices);
            samples = List.copyOf(samples);
        }
    }

    public RuleActivation(
            Rulebook rulebook, HotFolders folders, Samples samples, Connections connections, Contacts contacts) {
        this.contacts = contacts;
        this.connections = connections;
        this.rulebook = rulebook;
        this.folders = folders;
        this.samples = samples;
    }

    /** Looks ahead, and changes nothing. */
    public Outlook lookAhead(String id) throws IOException {
        RuleEntry entry = rulebook.require(id);
        RuleReadResult reading = rulebook.check(entry.file());
        if (reading instanceof RuleReadResult.Bad bad) {
            List<String> missing = bad.problems().stream().map(Object::toString).toList();
            return new Outlook(List.of(), List.of(), List.of(), missing, List.of(), List.of());
        }
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        List<Watched> watched = rule.from().stream()
                .map(from -> new Watched(from.folder(), Files.isDirectory(Path.of(from.folder()))))
                .toList();
        List<FilesTo> filesTo = new ArrayList<>();
        for (Step step : rule.steps()) {
            for (String connection : step.connections()) {
                Optional.ofNullable(connections.folders().get(connection))
                        .map(folder -> new FilesTo(connection, folder.toString(), Files.isDirectory(folder)))
                        .ifPresent(filesTo::add);
            }
        }
        return new Outlook(
                watched,
                filesTo.stream().distinct().toList(),
                sharing(entry, rule),
                nobodyBehind(rule).stream().map(Object::toString).toList(),
                contacts.notices(rule.namedPeople().stream()
                        .map(Contact::name)
                        .distinct()
                        .toList()),
                samples.run(id));
    }

    private List<Sharing> sharing(RuleEntry own, RuleDocument rule) {
        List<Sharing> sharing = new ArrayList<>();
        for (RuleEntry other : rulebook.list()) {
            if (other.state() != RuleState.LIVE || other.id().equals(own.id())) {
                continue;
            }
            if (rulebook.readActing(other) instanceof RuleReadResult.Good good) {
                for (RuleDocument.From from : rule.from()) {
                    if (good.rule().findFrom(from.folder()).isPresent()) {
                        boolean before = other.position() < own.position();
                        sharing.add(new Sharing(other.id(), good.rule().title(), from.folder(), before));
                    }
                }
            }
        }
        return sharing;
    }

    /**
     * @param leaveOlder what is in its folders already and is older than this is left there
     * @param acceptSamples whether the samples are expected from now on to come to what they do with this version
     * @param unchanged tells whether the rule is as the caller saw it
     * @throws BadRuleException if it can't work
     * @throws SamplesDifferException if a sample comes out different and that is not accepted
     */
    public RuleEntry putLive(
            String id,
            Optional<Instant> leaveOlder,
            boolean acceptSamples,
            Optional<Predicate<RuleEntry>> unchanged,
            String principal)
            throws IOException {
        RuleEntry entry = rulebook.require(id);
        RuleReadResult reading = rulebook.check(entry.file());
        if (reading instanceof RuleReadResult.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        List<Problem> nobody = nobodyBehind(((RuleReadResult.Good) reading).rule());
        if (!nobody.isEmpty()) {
            throw new BadRuleException(nobody);
        }
        checkSamples(id, acceptSamples, principal);
        List<String> sources = ((RuleReadResult.Good) reading)
                .rule().from().stream().map(RuleDocument.From::folder).toList();
        leaveOlder.ifPresent(than -> folders.leaveOlder(sources, than));
        return rulebook.putLive(id, unchanged, principal);
    }

    /** The names that the rule asks with nobody behind them: its documents would wait for ever. */
    private List<Problem> nobodyBehind(RuleDocument rule) {
        return rule.askedPeople().stream()
                .filter(asked -> contacts.behind(asked.name()).isEmpty())
                .map(asked -> new Problem(
                        asked.line(),
                        asked.column(),
                        "\"" + asked.name() + "\" has nobody who can sign in, so its documents would wait for ever"))
                .toList();
    }

    private void checkSamples(String id, boolean accept, String principal) throws IOException {
        List<Samples.Ran> ran = samples.run(id);
        List<Samples.Ran> differ =
                ran.stream().filter(one -> !one.differences().isEmpty()).toList();
        if (!differ.isEmpty() && !accept) {
            throw new SamplesDifferException(id, differ);
        }
        if (!differ.isEmpty()) {
            samples.expect(id, ran, principal);
        }
    }
}
