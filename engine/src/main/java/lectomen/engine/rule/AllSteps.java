package lectomen.engine.rule;

import java.util.List;
import lectomen.engine.step.StepKinds;
import lectomen.engine.step.approve.ApproveKind;
import lectomen.engine.step.convert.ConvertKind;
import lectomen.engine.step.each.EachKind;
import lectomen.engine.step.evidence.EvidenceKind;
import lectomen.engine.step.file.FileKind;
import lectomen.engine.step.find.FindKind;
import lectomen.engine.step.impose.ImposeKind;
import lectomen.engine.step.mail.MailKind;
import lectomen.engine.step.name.NameKind;
import lectomen.engine.step.prepare.PrepareKind;
import lectomen.engine.step.print.PrintKind;
import lectomen.engine.step.readtext.ReadTextKind;
import lectomen.engine.step.resize.ResizeKind;
import lectomen.engine.step.review.ReviewKind;
import lectomen.engine.step.send.SendKind;
import lectomen.engine.step.wait.WaitKind;

/** The kinds of steps that rules can use. A new kind is a package below {@code lectomen.engine.step} and a line here. */
public final class AllSteps {
    public static final StepKinds KINDS = new StepKinds(List.of(
            new FindKind(),
            new NameKind(),
            new FileKind(),
            new PrepareKind(),
            new ConvertKind(),
            new ResizeKind(),
            new ReadTextKind(),
            new WaitKind(),
            new EachKind(),
            new MailKind(),
            new SendKind(),
            new ReviewKind(),
            new ImposeKind(),
            new PrintKind(),
            new ApproveKind(),
            new EvidenceKind()));

    private AllSteps() {}
}
