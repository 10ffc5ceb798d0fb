package lectomen.engine.data;

/**
 * One value that an expression returns.
 *
 * @param where it stands, for people: {@code /notice[1]/number[1]}, {@code /notice/numbers/0} or {@code row 3, column number}
 */
public record DataValue(String value, String where) {}
