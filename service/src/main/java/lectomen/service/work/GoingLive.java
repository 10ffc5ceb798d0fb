package lectomen.service.work;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReading;
import lectomen.service.intake.HotFolders;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;

/** Puts the latest version of a rule live, if it can still be read and every sample comes out as is expected of it. */
public final class GoingLive {
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final Samples samples;

    public GoingLive(Rulebook rulebook, HotFolders folders, Samples samples) {
        this.rulebook = rulebook;
        this.folders = folders;
        this.samples = samples;
    }

    /**
     * @param leaveOlder what lies in its folders already and is older than this is left there
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
        RuleReading reading = rulebook.check(entry.file());
        if (reading instanceof RuleReading.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        checkSamples(id, acceptSamples, principal);
        List<String> sources = ((RuleReading.Good) reading)
                .rule().from().stream().map(RuleDocument.From::folder).toList();
        leaveOlder.ifPresent(than -> folders.leaveOlder(sources, than));
        return rulebook.putLive(id, unchanged, principal);
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
