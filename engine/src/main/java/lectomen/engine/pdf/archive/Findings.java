package lectomen.engine.pdf.archive;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import lectomen.engine.reason.Reason;

/** What was changed on the way to PDF/A, and what can't be fixed. */
final class Findings {
    private static final int MOST_OF_EACH = 50;

    private final Set<Reason> changes = new LinkedHashSet<>();
    private final Set<Reason> obstacles = new LinkedHashSet<>();
    private boolean mayLookDifferent;

    /** Something was changed that readers of the page don't see. */
    void changed(String code, String... parameters) {
        if (changes.size() < MOST_OF_EACH) {
            changes.add(Reason.of(code, parameters));
        }
    }

    /** Something was changed that could change how a page looks; it is looked at before anything is promised. */
    void changedLooks(String code, String... parameters) {
        mayLookDifferent = true;
        changed(code, parameters);
    }

    void obstacle(String code, String... parameters) {
        if (obstacles.size() < MOST_OF_EACH) {
            obstacles.add(Reason.of(code, parameters));
        }
    }

    boolean mayLookDifferent() {
        return mayLookDifferent;
    }

    List<Reason> changes() {
        return new ArrayList<>(changes);
    }

    List<Reason> obstacles() {
        return new ArrayList<>(obstacles);
    }
}
