package lectomen.engine.step.approve;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.approval.Need;
import lectomen.engine.approval.Stage;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.WorkingTimeText;
import lectomen.engine.schedule.WorkingTime;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.PeopleReader;
import lectomen.engine.step.StepReading;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** Reads the stages of an approval, and gathers whom they name. */
final class StageReader {
    private final StepReading reading;
    private final List<Contact> contacts = new ArrayList<>();

    StageReader(StepReading reading) {
        this.reading = reading;
    }

    List<Contact> contacts() {
        return contacts;
    }

    /** The stages under {@code stages:}; a step without them is one stage itself. */
    List<ApproveStep.ChosenStage> read(Section step) {
        Optional<Node> stages = step.find("stages");
        if (stages.isEmpty()) {
            return stage(step).stream().toList();
        }
        if (!(stages.get() instanceof Node.Items list) || list.items().isEmpty()) {
            step.report(
                    stages.get().spot(),
                    "\"stages\" needs a list, such as - { stage: engineer, by: harbour-engineers }, not "
                            + stages.get().kind());
            return List.of();
        }
        List<ApproveStep.ChosenStage> read = new ArrayList<>();
        for (Node item : list.items()) {
            Section.open("a stage", item, reading.problems()).ifPresent(section -> {
                stage(section).ifPresent(read::add);
                section.close();
            });
        }
        return read;
    }

    private Optional<ApproveStep.ChosenStage> stage(Section section) {
        String name = section.findText("stage").map(Node.Text::text).orElse("");
        List<Contact> by = PeopleReader.read(section, "by", true);
        contacts.addAll(by);
        Optional<WorkingTime> within = WorkingTimeText.read(section, "within");
        Optional<WorkingTime> remind = WorkingTimeText.read(section, "remind after");
        Need need = need(section);
        Optional<Stage.Escalation> escalation = section.find("escalate")
                .flatMap(node -> Section.open("\"escalate\"", node, reading.problems()))
                .flatMap(inner -> escalation(inner, need));
        Optional<Stage.AtDeadline> atDeadline = atDeadline(section, within.isPresent());
        List<FieldTest> onlyIf = section.find("only if")
                .flatMap(node -> Section.open("\"only if\"", node, reading.problems()))
                .map(inner -> FieldTest.read(inner, reading.slots()))
                .orElse(List.of());
        if (by.isEmpty()) {
            return Optional.empty();
        }
        Stage stage = new Stage(
                name,
                by.stream().map(Contact::name).toList(),
                need,
                within.orElse(null),
                remind.orElse(null),
                escalation.orElse(null),
                atDeadline.orElse(null));
        return Optional.of(new ApproveStep.ChosenStage(stage, onlyIf));
    }

    private static Need need(Section section) {
        Optional<Node.Text> text = section.findText("need");
        Optional<Need> need = text.flatMap(written -> Need.findByWord(written.text()));
        if (text.isPresent() && need.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"need\" must be one, all or a number up to 20, not "
                            + text.get().kind());
        }
        return need.orElse(Need.ONE);
    }

    private Optional<Stage.Escalation> escalation(Section section, Need need) {
        List<Contact> to = PeopleReader.read(section, "to", true);
        contacts.addAll(to);
        section.require("after");
        Optional<WorkingTime> after = WorkingTimeText.read(section, "after");
        section.close();
        if (need.isAll()) {
            section.report(
                    section.spot(), "\"escalate\" doesn't go with \"need: all\": nobody else can stand in for all");
        }
        if (to.size() > 1) {
            section.report(section.spot(), "\"escalate\" takes one group or person");
        }
        return to.isEmpty()
                ? Optional.empty()
                : after.map(time -> new Stage.Escalation(to.get(0).name(), time));
    }

    private static Optional<Stage.AtDeadline> atDeadline(Section section, boolean hasDeadline) {
        Optional<Node.Text> text = section.findText("at deadline");
        Optional<Stage.AtDeadline> then = text.flatMap(written -> Stage.AtDeadline.findByWord(written.text()));
        if (text.isPresent() && then.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"at deadline\" must be " + String.join(" or ", Stage.AtDeadline.words()) + ", not "
                            + text.get().kind());
        }
        if (text.isPresent() && !hasDeadline) {
            section.report(text.get().spot(), "\"at deadline\" needs a deadline: \"within\"");
        }
        return then;
    }
}
