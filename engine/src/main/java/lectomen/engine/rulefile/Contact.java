package lectomen.engine.rulefile;

/** Whom a rule names. @param name of a group, or the sign-in name of a person */
public record Contact(String name, int line, int column) {}
