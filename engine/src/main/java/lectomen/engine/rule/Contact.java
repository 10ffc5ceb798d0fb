package lectomen.engine.rule;

/** Whom to ask about a rule's documents. @param name of a group, or the sign-in name of a person */
public record Contact(String name, int line, int column) {}
