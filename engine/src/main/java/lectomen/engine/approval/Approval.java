package lectomen.engine.approval;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * An approval by what was decided so far. Stages follow each other: the next is asked once the one before has approved. One person
 * counts once in a stage, whatever they decide there again; anybody who is asked can send the document back or reject it.
 *
 * @param stages in order
 * @param excluded of those who are asked
 * @param hadAHand people that {@link Excluded#SENDER} and {@link Excluded#REVIEWER} stand for
 * @param reached the stage that was asked last, counted from 1; those before it stay approved, whoever is asked now
 * @param decisions in order
 */
public record Approval(
        List<Stage> stages, Set<Excluded> excluded, Set<Long> hadAHand, int reached, List<Decision> decisions) {
    public Approval {
        stages = List.copyOf(stages);
        excluded = Set.copyOf(excluded);
        hadAHand = Set.copyOf(hadAHand);
        decisions = List.copyOf(decisions);
    }

    /** Who is behind the names of groups and people by now, without those who can't sign in. */
    @FunctionalInterface
    public interface Members {
        Set<Long> of(Collection<String> names);
    }

    /** Where an approval stands. */
    public sealed interface Standing {
        /**
         * A stage is asked.
         *
         * @param stage counted from 1
         * @param mayDecide those who have not decided in it yet
         * @param missing how many of them must approve
         */
        record Asked(int stage, Set<Long> mayDecide, int missing) implements Standing {
            public Asked {
                mayDecide = Set.copyOf(mayDecide);
            }
        }

        /** All stages have approved. */
        record Approved() implements Standing {}

        /** Somebody, or the rule, would not have it. */
        record Refused(Decision decision) implements Standing {}
    }

    /** @param escalated whether the stage that is asked is escalated by now */
    public Standing standing(Members members, boolean escalated) {
        Optional<Decision> refused = decisions.stream()
                .filter(one -> one.verdict() != Decision.Verdict.APPROVED)
                .findFirst();
        if (refused.isPresent()) {
            return new Standing.Refused(refused.get());
        }
        for (int stage = reached; stage <= stages.size(); stage++) {
            if (!isApproved(stage, members)) {
                Set<Long> may = mayDecide(stage, members, escalated);
                return new Standing.Asked(stage, may, missing(stage, members));
            }
        }
        return new Standing.Approved();
    }

    /** Those who are asked in a stage and have not decided in it. */
    private Set<Long> mayDecide(int stage, Members members, boolean escalated) {
        Set<Long> may = new LinkedHashSet<>(asked(stage, members));
        if (escalated) {
            at(stage).findEscalation().ifPresent(to -> may.addAll(allowed(stage, members.of(List.of(to.to())))));
        }
        may.removeAll(approvedBy(stage));
        return may;
    }

    private Set<Long> asked(int stage, Members members) {
        return allowed(stage, members.of(at(stage).by()));
    }

    private Set<Long> allowed(int stage, Set<Long> people) {
        Set<Long> allowed = new LinkedHashSet<>(people);
        allowed.removeAll(hadAHand);
        if (excluded.contains(Excluded.EARLIER_APPROVER)) {
            decisions.stream().filter(one -> one.stage() < stage).forEach(one -> one.person()
                    .ifPresent(allowed::remove));
        }
        return allowed;
    }

    private boolean isApproved(int stage, Members members) {
        boolean byTheRule = decisions.stream()
                .anyMatch(one -> one.stage() == stage && one.person().isEmpty());
        return byTheRule || (missing(stage, members) == 0 && !approvedBy(stage).isEmpty());
    }

    /** How many approvals a stage still needs. Where all are needed, those of people who are asked no longer are not. */
    private int missing(int stage, Members members) {
        Set<Long> approved = approvedBy(stage);
        Need need = at(stage).need();
        if (!need.isAll()) {
            return Math.max(0, need.count() - approved.size());
        }
        Set<Long> left = new LinkedHashSet<>(asked(stage, members));
        left.removeAll(approved);
        return left.isEmpty() && approved.isEmpty() ? 1 : left.size();
    }

    private Set<Long> approvedBy(int stage) {
        Set<Long> people = new LinkedHashSet<>();
        decisions.stream().filter(one -> one.stage() == stage).forEach(one -> one.person()
                .ifPresent(people::add));
        return people;
    }

    private Stage at(int stage) {
        return stages.get(stage - 1);
    }
}
