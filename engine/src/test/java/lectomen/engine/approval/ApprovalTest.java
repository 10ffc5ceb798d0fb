package lectomen.engine.approval;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.schedule.WorkingTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Approvals by what was decided: tables of single cases, and what holds for all. */
class ApprovalTest {
    /** Groups a (1, 2, 3), b (3, 4), c (5), none (nobody). */
    private static Set<Long> members(String name) {
        return switch (name) {
            case "a" -> Set.of(1L, 2L, 3L);
            case "b" -> Set.of(3L, 4L);
            case "c" -> Set.of(5L);
            default -> Set.of();
        };
    }

    private static final Approval.Members MEMBERS =
            names -> names.stream().flatMap(name -> members(name).stream()).collect(Collectors.toSet());

    private static Stage stage(String by, String need) {
        return new Stage("", List.of(by), Need.findByWord(need).orElseThrow(), null, null, null, null);
    }

    private static Decision decision(String text) {
        String[] parts = text.split(":");
        Optional<Long> person = parts[1].equals("rule") ? Optional.empty() : Optional.of(Long.valueOf(parts[1]));
        Decision.Verdict verdict =
                parts.length > 2 ? Decision.Verdict.findByCode(parts[2]).orElseThrow() : Decision.Verdict.APPROVED;
        return new Decision(Integer.parseInt(parts[0]), verdict, person);
    }

    private static String words(Approval.Standing standing) {
        if (standing instanceof Approval.Standing.Asked asked) {
            return "stage " + asked.stage() + " asks "
                    + asked.mayDecide().stream().sorted().toList() + ", " + asked.missing() + " missing";
        }
        return standing instanceof Approval.Standing.Refused refused
                ? refused.decision().verdict().code()
                : "approved";
    }

    /** Decisions are written {@code stage:person} or {@code stage:person:verdict}. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a one          |                                    |                  | stage 1 asks [1, 2, 3], 1 missing",
                "a one          | 1:2                                |                  | approved",
                "a 2            | 1:2                                |                  | stage 1 asks [1, 3], 1 missing",
                "a 2            | 1:2 1:2                            |                  | stage 1 asks [1, 3], 1 missing",
                "a 2            | 1:2 1:3                            |                  | approved",
                "a all          | 1:1 1:2                            |                  | stage 1 asks [3], 1 missing",
                "a all          | 1:1 1:2 1:3                        |                  | approved",
                "a one,b one    | 1:3                                |                  | stage 2 asks [3, 4], 1 missing",
                "a one,b one    | 1:3                                | EARLIER_APPROVER | stage 2 asks [4], 1 missing",
                "a one,b all    | 1:3 2:4                            | EARLIER_APPROVER | approved",
                "a one,b one    | 1:3 2:4:sent-back                  |                  | sent-back",
                "a 2            | 1:2 1:1:rejected 1:3               |                  | rejected",
                "a all          | 1:rule                             |                  | approved",
                "a one,b one    | 1:rule:rejected                    |                  | rejected",
                "none one       |                                    |                  | 'stage 1 asks [], 1 missing'",
                "none all       |                                    |                  | 'stage 1 asks [], 1 missing'",
            })
    void standsByItsDecisions(String stages, String decisions, String excluded, String standing) {
        List<Stage> all = Stream.of(stages.split(","))
                .map(text -> stage(text.split(" ")[0], text.split(" ")[1]))
                .toList();
        List<Decision> made = decisions == null
                ? List.of()
                : Stream.of(decisions.split(" ")).map(ApprovalTest::decision).toList();
        Set<Excluded> without = excluded == null ? Set.of() : Set.of(Excluded.valueOf(excluded));
        Approval approval = new Approval(all, without, Set.of(), 1, made);
        assertThat(words(approval.standing(MEMBERS, false))).isEqualTo(standing);
    }

    @Test
    void aStageThatIsOverStaysSoWhoeverJoinsLater() {
        List<Stage> stages = List.of(stage("a", "all"), stage("b", "one"));
        List<Decision> decisions = List.of(decision("1:1"), decision("1:2"));
        assertThat(words(new Approval(stages, Set.of(), Set.of(), 2, decisions).standing(MEMBERS, false)))
                .isEqualTo("stage 2 asks [3, 4], 1 missing");
    }

    @Test
    void whoHadAHandInItIsNotAsked() {
        Approval approval = new Approval(List.of(stage("b", "all")), Set.of(), Set.of(3L), 1, List.of());
        assertThat(words(approval.standing(MEMBERS, false))).isEqualTo("stage 1 asks [4], 1 missing");
    }

    @Test
    void othersMayDecideOnceItIsEscalated() {
        Stage.Escalation escalation =
                new Stage.Escalation("c", new WorkingTime(Duration.ofHours(1), WorkingTime.Counted.BY_THE_CLOCK));
        Stage stage = new Stage("", List.of("b"), Need.ONE, null, null, escalation, null);
        Approval approval = new Approval(List.of(stage), Set.of(), Set.of(), 1, List.of());
        assertThat(words(approval.standing(MEMBERS, false))).isEqualTo("stage 1 asks [3, 4], 1 missing");
        assertThat(words(approval.standing(MEMBERS, true))).isEqualTo("stage 1 asks [3, 4, 5], 1 missing");
    }

    /** People come and go, times pass, and stages are random: what is approved has what its stages ask for. */
    @Test
    void nothingIsApprovedWithoutWhatItsStagesAskFor() {
        for (int round = 0; round < 3_000; round++) {
            Random random = new Random(round);
            List<Stage> stages = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(3); i++) {
                Stage.AtDeadline atDeadline =
                        random.nextInt(3) > 0 ? null : Stage.AtDeadline.values()[random.nextInt(2)];
                stages.add(new Stage(
                        "",
                        List.of("g" + random.nextInt(3)),
                        new Need(random.nextInt(4)),
                        null,
                        null,
                        null,
                        atDeadline));
            }
            Set<Excluded> excluded = random.nextBoolean() ? Set.of(Excluded.EARLIER_APPROVER) : Set.of();
            Set<Long> hand = random.nextBoolean() ? Set.of(1L) : Set.of();
            List<Decision> decisions = new ArrayList<>();
            List<Set<Long>> askedThen = new ArrayList<>();
            Set<Long> away = new HashSet<>();
            for (int turn = 0; turn < 40; turn++) {
                if (random.nextInt(4) == 0) {
                    long person = random.nextInt(8);
                    if (!away.remove(person)) {
                        away.add(person);
                    }
                }
                Approval.Members members = names -> names.stream()
                        .flatMap(name -> Stream.of(0L, 1L, 2L, 3L, 4L, 5L, 6L, 7L)
                                .filter(person -> person % 3 == name.charAt(1) - '0' || person == 7))
                        .filter(person -> !away.contains(person))
                        .collect(Collectors.toSet());
                Approval approval = new Approval(stages, excluded, hand, 1, decisions);
                Approval.Standing standing = approval.standing(members, false);
                if (standing instanceof Approval.Standing.Approved) {
                    check(round, stages, decisions, askedThen, hand, excluded, members);
                    break;
                }
                if (standing instanceof Approval.Standing.Refused refused) {
                    Stage stage = stages.get(refused.decision().stage() - 1);
                    assertThat(stage.findAtDeadline()).as("round %d", round).contains(Stage.AtDeadline.REJECT);
                    break;
                }
                Approval.Standing.Asked asked = (Approval.Standing.Asked) standing;
                if (random.nextInt(12) == 0) {
                    atDeadline(stages.get(asked.stage() - 1), asked).ifPresent(decision -> {
                        decisions.add(decision);
                        askedThen.add(Set.of());
                    });
                    continue;
                }
                assertThat(asked.missing()).as("round %d", round).isPositive();
                List<Long> may = asked.mayDecide().stream().sorted().toList();
                if (!may.isEmpty() && random.nextBoolean()) {
                    decisions.add(new Decision(
                            asked.stage(),
                            Decision.Verdict.APPROVED,
                            Optional.of(may.get(random.nextInt(may.size())))));
                    askedThen.add(asked.mayDecide());
                }
            }
        }
    }

    /** What the rule decides itself when the time of a stage is over. */
    private static Optional<Decision> atDeadline(Stage stage, Approval.Standing.Asked asked) {
        return stage.findAtDeadline()
                .map(then -> new Decision(
                        asked.stage(),
                        then == Stage.AtDeadline.APPROVE ? Decision.Verdict.APPROVED : Decision.Verdict.REJECTED,
                        Optional.empty()));
    }

    private static void check(
            int round,
            List<Stage> stages,
            List<Decision> decisions,
            List<Set<Long>> askedThen,
            Set<Long> hand,
            Set<Excluded> excluded,
            Approval.Members members) {
        for (int number = 1; number <= stages.size(); number++) {
            Stage stage = stages.get(number - 1);
            Set<Long> approved = new HashSet<>();
            Set<Long> before = new HashSet<>();
            boolean byTheRule = false;
            for (int i = 0; i < decisions.size(); i++) {
                if (decisions.get(i).person().isEmpty()) {
                    byTheRule |= decisions.get(i).stage() == number;
                    continue;
                }
                long person = decisions.get(i).person().get();
                if (decisions.get(i).stage() == number) {
                    approved.add(person);
                    assertThat(askedThen.get(i)).as("round %d", round).contains(person);
                } else if (decisions.get(i).stage() < number) {
                    before.add(person);
                }
            }
            if (byTheRule) {
                assertThat(stage.findAtDeadline())
                        .as("round %d, stage %d", round, number)
                        .contains(Stage.AtDeadline.APPROVE);
                continue;
            }
            assertThat(approved).as("round %d, stage %d", round, number).isNotEmpty();
            assertThat(Collections.disjoint(approved, hand))
                    .as("round %d", round)
                    .isTrue();
            if (!excluded.isEmpty()) {
                assertThat(Collections.disjoint(approved, before))
                        .as("round %d", round)
                        .isTrue();
            }
            if (!stage.need().isAll()) {
                assertThat(approved.size())
                        .as("round %d", round)
                        .isGreaterThanOrEqualTo(stage.need().count());
            } else {
                Set<Long> left = new HashSet<>(members.of(stage.by()));
                left.removeAll(hand);
                left.removeAll(approved);
                if (!excluded.isEmpty()) {
                    left.removeAll(before);
                }
                assertThat(left).as("round %d, stage %d", round, number).isEmpty();
            }
        }
    }
}
