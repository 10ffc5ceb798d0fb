package lectomen.engine.office;

import lectomen.engine.flow.FlowDocument;
import lectomen.engine.reason.Reason;

/** The result of reading an office file. */
public sealed interface FlowReadResult {
    record Read(FlowDocument document) implements FlowReadResult {}

    record Unreadable(Reason reason) implements FlowReadResult {}
}
