package lectomen.engine.flow;

/** A block of the text flow: a paragraph, a table or blocks placed apart. */
public sealed interface Block permits Paragraph, Table, Aside {}
