package lectomen.engine.plan;

import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.ReadResult;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepWorker;

/** Does the work of steps on a document that was made out of another. */
final class PartWorker implements StepWorker {
    private final StepWorker worker;
    private final StepOutput part;

    PartWorker(StepWorker worker, StepOutput part) {
        this.worker = worker;
        this.part = part;
    }

    @Override
    public StepOutput original() {
        return part;
    }

    @Override
    public Parts split(StepOutput of, Splitter splitter) {
        return worker.split(of, splitter);
    }

    @Override
    public Result make(StepOutput of, Object settings, Maker maker) {
        return worker.make(of, settings, maker);
    }

    @Override
    public int countPages(StepOutput of) {
        return worker.countPages(of);
    }

    @Override
    public PrintFacts inspectForPrint(StepOutput of) {
        return worker.inspectForPrint(of);
    }

    @Override
    public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
        return worker.read(of, options, neededBy);
    }
}
