package lectomen.engine.yaml;

/**
 * A problem in a rule file.
 *
 * @param line counted from 1
 * @param column counted from 1
 * @param words what is wrong, what was expected, and the nearest right word where there is one
 */
public record Problem(int line, int column, String words) {
    @Override
    public String toString() {
        return "line " + line + ", column " + column + ": " + words;
    }
}
