package lectomen.client;

import java.util.Optional;

/** The terminal's width and colours; the launcher finds them. */
final class Terminal {
    private Terminal() {}

    /** The columns of the terminal; empty when answers go elsewhere. */
    static Optional<Integer> columns() {
        String columns = System.getenv("LECTOMEN_COLUMNS");
        return columns != null && columns.matches("[1-9]\\d{0,4}")
                ? Optional.of(Integer.parseInt(columns))
                : Optional.empty();
    }

    /** Whether to answer in colour: on a terminal, unless NO_COLOR says otherwise. */
    static boolean inColour() {
        String no = System.getenv("NO_COLOR");
        return columns().isPresent() && (no == null || no.isEmpty());
    }
}
