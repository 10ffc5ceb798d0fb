package lectomen.engine.flow;

/** What stands below each other: paragraphs and tables, and what stands apart from them. */
public sealed interface Block permits Paragraph, Table, Aside {}
