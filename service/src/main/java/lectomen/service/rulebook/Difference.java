package lectomen.service.rulebook;

import com.github.difflib.text.DiffRow;
import com.github.difflib.text.DiffRowGenerator;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import lectomen.engine.rulefile.RuleFile;

/** The differences between two versions of a rule, line by line, with a few lines of context. */
public final class Difference {
    private static final int LINES_AROUND = 3;

    /** What became of a line. */
    public enum Kind {
        SAME,
        ADDED,
        REMOVED,
        /** Lines that both have and that are left out here. */
        GAP
    }

    /** @param number of the line in the version that has it, from 1; for a gap, how many lines are left out */
    public record Line(Kind kind, int number, String text) {}

    private Difference() {}

    public static List<Line> of(String before, String after) {
        List<DiffRow> rows = DiffRowGenerator.create()
                .lineNormalizer(line -> line)
                .build()
                .generateDiffRows(before.lines().toList(), after.lines().toList());
        List<Line> all = new ArrayList<>();
        int old = 0;
        int now = 0;
        for (DiffRow row : rows) {
            switch (row.getTag()) {
                case EQUAL -> {
                    old++;
                    all.add(new Line(Kind.SAME, ++now, row.getNewLine()));
                }
                case INSERT -> all.add(new Line(Kind.ADDED, ++now, row.getNewLine()));
                case DELETE -> all.add(new Line(Kind.REMOVED, ++old, row.getOldLine()));
                case CHANGE -> {
                    all.add(new Line(Kind.REMOVED, ++old, row.getOldLine()));
                    all.add(new Line(Kind.ADDED, ++now, row.getNewLine()));
                }
            }
        }
        return shortened(all);
    }

    /** The sentences that only one of the versions says, as they are read aloud. */
    public static List<Line> ofSentences(List<String> before, List<String> after) {
        return of(String.join("\n", before), String.join("\n", after)).stream()
                .filter(line -> line.kind() == Kind.ADDED || line.kind() == Kind.REMOVED)
                .toList();
    }

    /** What changed in a shared part that both versions name, or one of them. */
    public record OfPart(String name, List<Line> lines) {
        public OfPart {
            lines = List.copyOf(lines);
        }
    }

    /** The shared parts that are different for two versions of a rule. */
    public static List<OfPart> ofParts(RuleFile before, RuleFile after) {
        TreeSet<String> names = new TreeSet<>(before.parts().keySet());
        names.addAll(after.parts().keySet());
        return names.stream()
                .map(name -> new OfPart(
                        name,
                        of(before.parts().getOrDefault(name, ""), after.parts().getOrDefault(name, ""))))
                .filter(part -> !part.lines().isEmpty())
                .toList();
    }

    private static List<Line> shortened(List<Line> all) {
        List<Line> shown = new ArrayList<>();
        int left = 0;
        for (int at = 0; at < all.size(); at++) {
            if (isNearChange(all, at)) {
                if (left > 0) {
                    shown.add(new Line(Kind.GAP, left, ""));
                }
                left = 0;
                shown.add(all.get(at));
            } else {
                left++;
            }
        }
        boolean endsInGap = left > 0 && !shown.isEmpty();
        if (endsInGap) {
            shown.add(new Line(Kind.GAP, left, ""));
        }
        return shown;
    }

    private static boolean isNearChange(List<Line> all, int at) {
        return all.subList(Math.max(0, at - LINES_AROUND), Math.min(all.size(), at + LINES_AROUND + 1)).stream()
                .anyMatch(line -> line.kind() != Kind.SAME);
    }
}
