package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Inline;

/**
 * Breaks atoms into lines, each as full as possible, like word processors do: a line break that differs from the original moves
 * everything after it.
 *
 * <p>A word that is wider than a whole line is taken apart where the line ends. Blanks at a line's end hang over it.
 */
final class LineMaker {
    /** What rounding may add up to in a line. */
    private static final double SLACK = 0.05;

    private final List<Atom> atoms;
    private final Tabs tabs;
    private int next;

    /** @param atoms are taken apart further where that is needed */
    LineMaker(List<Atom> atoms, Tabs tabs) {
        this.atoms = new ArrayList<>(atoms);
        this.tabs = tabs;
    }

    boolean isDone() {
        return next >= atoms.size();
    }

    /**
     * A line that was broken and not yet set.
     *
     * @param tabs where each tab in it leads to, in their order
     * @param end the break that ends it; empty where the next line just goes on
     */
    record Broken(
            List<Atom> atoms,
            List<Tabs.Stop> tabs,
            double left,
            double width,
            Optional<Inline.Break.Where> end,
            boolean last) {}

    /**
     * The next line.
     *
     * @param left where it begins
     * @param right where it ends at the latest
     */
    Broken next(double left, double right) {
        List<Atom> line = new ArrayList<>();
        List<Tabs.Stop> stops = new ArrayList<>();
        double at = left;
        int lastEnd = -1;
        int atomsAtEnd = 0;
        int stopsAtEnd = 0;
        while (next < atoms.size()) {
            Atom atom = atoms.get(next);
            if (atom instanceof Atom.Break end) {
                next++;
                line.add(atom);
                return new Broken(line, stops, left, at - left, Optional.of(end.where()), false);
            }
            double width = atom.width();
            if (atom instanceof Atom.Tab) {
                Tabs.Stop stop = tabs.next(at, left, right, followingWidth(next + 1), beforePoint(next + 1));
                width = stop.to() - at;
                stops.add(stop);
            }
            boolean hangs = atom instanceof Atom.Letters letters && letters.blank();
            double needed = atom instanceof Atom.Hyphen hyphen && endsWord(next) ? hyphen.shownWidth() : width;
            boolean fits = hangs || at + needed <= right + SLACK;
            if (!fits && lastEnd >= 0) {
                next = lastEnd;
                return broken(line.subList(0, atomsAtEnd), stops.subList(0, stopsAtEnd), left, false);
            }
            if (!fits && !line.stream().allMatch(one -> one.width() == 0)) {
                return takenApart(line, stops, atom, left, at, right);
            }
            if (!fits && atom instanceof Atom.Letters letters && letters.text().length() > 1) {
                return takenApart(line, stops, atom, left, at, right);
            }
            line.add(atom);
            next++;
            at += width;
            if (atom.mayBreakAfter() && !(atom instanceof Atom.Tab && nextFits(at, right))) {
                lastEnd = next;
                atomsAtEnd = line.size();
                stopsAtEnd = stops.size();
            }
        }
        return broken(line, stops, left, true);
    }

    private boolean nextFits(double at, double right) {
        return next < atoms.size() && at + atoms.get(next).width() <= right;
    }

    private boolean endsWord(int place) {
        return place + 1 < atoms.size();
    }

    private Broken broken(List<Atom> line, List<Tabs.Stop> stops, double left, boolean last) {
        List<Atom> kept = new ArrayList<>(line);
        int tab = 0;
        double at = left;
        for (Atom atom : kept) {
            if (atom instanceof Atom.Tab) {
                at = stops.get(tab++).to();
            } else {
                at += atom.width();
            }
        }
        double width = at - left;
        int end = kept.size() - 1;
        if (!last && end >= 0 && kept.get(end) instanceof Atom.Hyphen hyphen) {
            String sign = "-";
            kept.set(
                    end,
                    new Atom.Letters(
                            sign, "\u00AD", hyphen.type(), hyphen.shownWidth(), false, true, 0, hyphen.node(), ""));
            width += hyphen.shownWidth();
        }
        return new Broken(kept, new ArrayList<>(stops), left, width, Optional.empty(), last);
    }

    /** As many letters of a word as fit go into the line; one at least, where the line holds nothing else. */
    private Broken takenApart(List<Atom> line, List<Tabs.Stop> stops, Atom atom, double left, double at, double right) {
        if (atom instanceof Atom.Letters letters && letters.text().equals(letters.plain())) {
            String text = letters.text();
            int cut = 0;
            double width = 0;
            while (cut < text.length()) {
                int step = Character.charCount(text.codePointAt(cut));
                double more = letters.type().width(text.substring(cut, cut + step));
                boolean first = cut == 0 && line.isEmpty();
                if (at + width + more > right + SLACK && !first) {
                    break;
                }
                width += more;
                cut += step;
            }
            if (cut > 0 && cut < text.length()) {
                line.add(part(letters, text.substring(0, cut)));
                atoms.set(next, part(letters, text.substring(cut)));
                return broken(line, stops, left, false);
            }
        }
        if (line.isEmpty()) {
            line.add(atom);
            next++;
        }
        return broken(line, stops, left, next >= atoms.size());
    }

    private static Atom.Letters part(Atom.Letters of, String text) {
        return new Atom.Letters(
                text,
                text,
                of.type(),
                of.type().width(text),
                of.blank(),
                of.mayBreakAfter(),
                of.level(),
                of.node(),
                of.link());
    }

    /** How wide what follows is, as far as the next tab or line's end. */
    private double followingWidth(int from) {
        double width = 0;
        for (int i = from; i < atoms.size(); i++) {
            Atom atom = atoms.get(i);
            if (atom instanceof Atom.Tab || atom instanceof Atom.Break) {
                return width;
            }
            width += atom.width();
        }
        return width;
    }

    /** How wide what follows is before its decimal point, or all of it. */
    private double beforePoint(int from) {
        double width = 0;
        for (int i = from; i < atoms.size(); i++) {
            Atom atom = atoms.get(i);
            if (atom instanceof Atom.Tab || atom instanceof Atom.Break) {
                return width;
            }
            if (atom instanceof Atom.Letters letters) {
                int point = decimalPoint(letters.text());
                if (point >= 0) {
                    return width + letters.type().width(letters.text().substring(0, point));
                }
            }
            width += atom.width();
        }
        return width;
    }

    /** The last point or comma that digits stand before; -1 for none. */
    private static int decimalPoint(String text) {
        int last = Math.max(text.lastIndexOf('.'), text.lastIndexOf(','));
        return last > 0 && Character.isDigit(text.charAt(last - 1)) && last + 1 < text.length() ? last : -1;
    }

    /** What stops a tab can lead to. */
    interface Tabs {
        /** @param leader what fills the way; a blank for nothing */
        record Stop(double to, char leader) {}

        /**
         * Where a tab leads.
         *
         * @param following how wide what follows it is, as far as the next tab
         * @param beforePoint the same as far as its decimal point
         */
        Stop next(double at, double left, double right, double following, double beforePoint);
    }
}
