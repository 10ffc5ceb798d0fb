package lectomen.engine.office;

import lectomen.engine.flow.FlowDocument;
import lectomen.engine.reason.Reason;

/** What came of reading a file. */
public sealed interface FlowReadResult {
    record Read(FlowDocument document) implements FlowReadResult {}

    record Unreadable(Reason reason) implements FlowReadResult {}
}
