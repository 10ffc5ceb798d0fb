package lectomen.engine.flow;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The formatting of text or of a paragraph; a property that is not set comes from the formatting it is based on. Immutable.
 *
 * <pre>{@code
 * Look heading = Look.NONE.with(Trait.BOLD, true).over(body);
 * }</pre>
 */
public final class Formatting {
    public static final Formatting NONE = new Formatting(new Object[FormatProperty.count()]);

    private final @Nullable Object[] given;
    private final boolean isEmpty;

    private Formatting(@Nullable Object[] given) {
        this.given = given;
        this.isEmpty = Arrays.stream(given).allMatch(value -> value == null);
    }

    /** What is given, or else what is usual. */
    @SuppressWarnings("unchecked")
    public <T> T get(FormatProperty<T> trait) {
        Object value = given[trait.place];
        return value == null ? trait.usual() : (T) value;
    }

    public boolean gives(FormatProperty<?> trait) {
        return given[trait.place] != null;
    }

    public <T> Formatting with(FormatProperty<T> trait, T value) {
        @Nullable Object[] now = given.clone();
        now[trait.place] = trait.within(value);
        return new Formatting(now);
    }

    /** This where it says something, else the other. */
    public Formatting over(Formatting below) {
        if (below.isEmpty) {
            return this;
        }
        if (isEmpty) {
            return below;
        }
        @Nullable Object[] now = below.given.clone();
        for (int i = 0; i < now.length; i++) {
            if (given[i] != null) {
                now[i] = given[i];
            }
        }
        return new Formatting(now);
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Formatting look && Arrays.equals(given, look.given);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(given);
    }
}
