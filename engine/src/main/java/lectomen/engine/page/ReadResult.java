package lectomen.engine.page;

import lectomen.engine.reason.Reason;

/** The result of reading a document: its text, or why there is none. A broken document is a value, not an exception. */
public sealed interface ReadResult {
    record Read(DocumentText text) implements ReadResult {}

    record Unreadable(Reason reason) implements ReadResult {}
}
