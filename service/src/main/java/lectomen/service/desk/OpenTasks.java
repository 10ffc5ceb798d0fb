package lectomen.service.desk;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import lectomen.engine.approval.Approval;
import lectomen.engine.approval.Decision;
import lectomen.engine.approval.Stage;
import lectomen.engine.facts.Site;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.plan.PlanWaits;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Opens tasks that wait, and tells who can answer them. */
final class OpenTasks {
    private final Jobs jobs;
    private final PlanWaits waits;
    private final DeskTasks tasks;
    private final DeskDecisions decisions;
    private final Supplier<Site> site;
    private final InstantSource clock;

    OpenTasks(
            Jobs jobs,
            PlanWaits waits,
            DeskTasks tasks,
            DeskDecisions decisions,
            Supplier<Site> site,
            InstantSource clock) {
        this.jobs = jobs;
        this.waits = waits;
        this.tasks = tasks;
        this.decisions = decisions;
        this.site = site;
        this.clock = clock;
    }

    /** @throws DeskRefusal if there is no such task, or it does not wait */
    OpenTask open(JdbcClient db, long id) {
        DeskTask task = tasks.find(db, id)
                .orElseThrow(
                        () -> new DeskRefusal(DeskRefusal.Why.NOT_THERE, "There is no task " + id + " on the desk."));
        Job job = jobs.find(db, task.job()).orElseThrow();
        Optional<PlanRecord> plan = waits.findPlan(db, job);
        if (task.state() != DeskTask.State.OPEN
                || plan.flatMap(PlanRecord::findQuestion).isEmpty()) {
            throw new DeskRefusal(DeskRefusal.Why.DECIDED, gone(db, task));
        }
        return new OpenTask(task, job, plan.get(), plan.get().findQuestion().orElseThrow());
    }

    private String gone(JdbcClient db, DeskTask task) {
        if (task.state() == DeskTask.State.HELD) {
            return "It is held.";
        }
        List<DeskDecision> made = decisions.ofTask(db, task.id());
        if (made.isEmpty()) {
            return "It is no longer asked: its job went elsewhere.";
        }
        DeskDecision last = made.get(made.size() - 1);
        String who = last.person().isPresent() ? last.name() : "The rule";
        return who + " was first: it was " + last.verdict().replace('-', ' ') + " at "
                + last.at().atZone(site.get().zone()).toLocalTime().withNano(0) + ".";
    }

    /** @throws DeskRefusal if nothing is asked any more */
    Approval.Standing.Asked standing(JdbcClient db, OpenTask open) {
        Approval.Standing standing = stand(db, open);
        if (standing instanceof Approval.Standing.Asked asked) {
            return asked;
        }
        throw new DeskRefusal(DeskRefusal.Why.DECIDED, gone(db, open.task()));
    }

    /** In the stage that is asked, whoever was asked instead of others, or as well, counts. */
    Approval.Standing stand(JdbcClient db, OpenTask open) {
        DeskTask task = open.task();
        List<Stage> stages = new ArrayList<>(open.question().stages());
        Stage now = stages.get(task.stage() - 1);
        stages.set(
                task.stage() - 1,
                new Stage(
                        now.name(),
                        List.copyOf(tasks.asked(db, task.id())),
                        now.need(),
                        now.within(),
                        now.remindAfter(),
                        now.escalation(),
                        now.atDeadline()));
        Map<Long, String> without = new LinkedHashMap<>(tasks.excluded(db, task.id()));
        without.values().removeIf("decided"::equals);
        List<Decision> made = decisions.ofTask(db, task.id()).stream()
                .flatMap(one -> Decision.Verdict.findByCode(one.verdict()).stream()
                        .map(verdict -> new Decision(one.stage(), verdict, one.person())))
                .toList();
        Approval approval = new Approval(stages, open.question().excluded(), without.keySet(), task.stage(), made);
        return approval.standing(names -> DeskPeople.behind(db, names, clock.millis()), task.escalated());
    }

    /** Why a person can't answer; empty where they can. */
    String whyNot(JdbcClient db, OpenTask open, Approval.Standing.Asked asked, long person) {
        if (asked.mayDecide().contains(person)) {
            return "";
        }
        String why = tasks.excluded(db, open.task().id()).getOrDefault(person, "");
        return switch (why) {
            case "sender" -> "You sent it, and its rule does not let its sender approve it.";
            case "reviewer" -> "You reviewed it, and its rule does not let its reviewer approve it.";
            case "decided" -> "You have decided already.";
            case "delegated" -> "You delegated it.";
            case "earlier approver" -> "You approved it in an earlier stage.";
            default ->
                "It is not for you: "
                        + String.join(" or ", tasks.asked(db, open.task().id())) + " is asked.";
        };
    }

    /** @throws DeskRefusal if they can't, or somebody else has it open */
    void requireMay(JdbcClient db, OpenTask open, long person) {
        String whyNot = whyNot(db, open, standing(db, open), person);
        if (!whyNot.isEmpty()) {
            throw new DeskRefusal(DeskRefusal.Why.NOT_ASKED, whyNot);
        }
        open.task().takenByOther(person, clock.instant()).ifPresent(other -> {
            throw new DeskRefusal(DeskRefusal.Why.TAKEN, DeskPeople.nameOf(db, other) + " has it open.");
        });
    }

    /** @throws DeskRefusal if something else is asked */
    static void requireKind(OpenTask open, PeopleQuestion.Kind kind) {
        if (open.question().kind() != kind) {
            throw new DeskRefusal(
                    DeskRefusal.Why.CHANGED,
                    "It awaits " + open.question().kind().code() + " now.");
        }
    }

    /** @throws DeskRefusal if what was in front of somebody is not what is asked now */
    static void requireSame(OpenTask open, String binding) {
        if (!open.question().binding().equals(binding)) {
            throw new DeskRefusal(
                    DeskRefusal.Why.CHANGED,
                    open.question()
                            .findAgain()
                            .map(Reason::words)
                            .orElse("The document, its fields or its rule changed while you looked. Look again."));
        }
    }
}
