package lectomen.engine.flow;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Named formatting, each of which may be based on another. One that is based on itself, by whatever way, ends where it began. */
public final class Styles {
    private final Map<String, Style> styles = new HashMap<>();
    private final Map<String, Formatting> resolved = new HashMap<>();
    private final Formatting base;

    /**
     * @param name as other styles refer to it
     * @param parent the name of the style below; empty for none
     * @param title as people read it
     */
    public record Style(String name, String parent, String title, Formatting look) {}

    /** @param base what lies below all of them */
    public Styles(Formatting base) {
        this.base = base;
    }

    public void add(Style style) {
        styles.put(style.name(), style);
        resolved.clear();
    }

    /** The style over all that it is based on; the base alone for one that is not there. */
    public Formatting resolve(String name) {
        Formatting known = resolved.get(name);
        if (known == null) {
            known = resolve(name, new HashSet<>());
            resolved.put(name, known);
        }
        return known;
    }

    private Formatting resolve(String name, Set<String> passed) {
        Style style = styles.get(name);
        if (style == null || !passed.add(name)) {
            return base;
        }
        return style.look().over(resolve(style.parent(), passed));
    }

    /** Only what the style and those below it say, without the base. */
    public Formatting ownOf(String name) {
        Formatting own = Formatting.NONE;
        Set<String> passed = new HashSet<>();
        Style style = styles.get(name);
        while (style != null && passed.add(style.name())) {
            own = own.over(style.look());
            style = styles.get(style.parent());
        }
        return own;
    }
}
