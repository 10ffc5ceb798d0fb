package lectomen.engine.office;

import lectomen.engine.flow.FlowDocument;
import lectomen.engine.reason.Reason;

/** What came of reading a file. */
public sealed interface FlowReading {
    record Read(FlowDocument document) implements FlowReading {}

    record Unreadable(Reason reason) implements FlowReading {}
}
