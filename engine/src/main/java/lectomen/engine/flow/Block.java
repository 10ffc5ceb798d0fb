package lectomen.engine.flow;

/** What stands below each other: paragraphs and tables. */
public sealed interface Block permits Paragraph, Table {}
