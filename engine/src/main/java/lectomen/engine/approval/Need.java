package lectomen.engine.approval;

import java.util.Optional;

/** How many of those who are asked must approve. @param count 0 for all of them */
public record Need(int count) {
    public static final Need ONE = new Need(1);
    public static final Need ALL = new Need(0);

    private static final int MOST = 20;

    public boolean isAll() {
        return count == 0;
    }

    /** {@code one}, {@code all}, or a number. */
    public static Optional<Need> findByWord(String word) {
        if (word.equals("one")) {
            return Optional.of(ONE);
        }
        if (word.equals("all")) {
            return Optional.of(ALL);
        }
        return word.matches("[1-9]\\d?") && Integer.parseInt(word) <= MOST
                ? Optional.of(new Need(Integer.parseInt(word)))
                : Optional.empty();
    }

    public String words() {
        return isAll() ? "all" : count == 1 ? "one" : Integer.toString(count);
    }
}
