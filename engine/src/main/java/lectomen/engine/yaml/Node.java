package lectomen.engine.yaml;

import java.util.List;

/** A YAML file as texts, lists and maps, each with its position. Every scalar is text. */
public sealed interface Node {
    Spot spot();

    /** A word for messages: what was found. */
    String kind();

    /** The same as it stands in a shared part that is used at a place of another file. */
    Node usedAt(Spot use, String part);

    /**
     * A place in the file, line and column counted from 1.
     *
     * @param within where it stands in a shared part that is used there, in words; else empty
     */
    record Spot(int line, int column, String within) {
        public Spot(int line, int column) {
            this(line, column, "");
        }

        /** A place so many characters behind this one. */
        public Spot right(int characters) {
            return within.isEmpty() ? new Spot(line, column + characters) : this;
        }

        private Spot usedAt(Spot use, String part) {
            String inner = within.isEmpty() ? "" : ", in " + within;
            return new Spot(use.line, use.column, "part " + part + ", line " + line + ", column " + column + inner);
        }
    }

    /** @param block whether it stands in a block over several lines, where a column inside it can't be told */
    record Text(Spot spot, String text, boolean block) implements Node {
        @Override
        public String kind() {
            return text.isEmpty()
                    ? "nothing"
                    : "the text \"" + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "\"";
        }

        @Override
        public Text usedAt(Spot use, String part) {
            return new Text(spot.usedAt(use, part), text, block);
        }
    }

    record Items(Spot spot, List<Node> items) implements Node {
        @Override
        public String kind() {
            return "a list";
        }

        @Override
        public Items usedAt(Spot use, String part) {
            List<Node> moved =
                    items.stream().map(item -> item.usedAt(use, part)).toList();
            return new Items(spot.usedAt(use, part), moved);
        }
    }

    record Entries(Spot spot, List<Entry> entries) implements Node {
        @Override
        public String kind() {
            return "a map";
        }

        @Override
        public Entries usedAt(Spot use, String part) {
            List<Entry> moved = entries.stream()
                    .map(entry -> new Entry(
                            entry.key().usedAt(use, part), entry.value().usedAt(use, part)))
                    .toList();
            return new Entries(spot.usedAt(use, part), moved);
        }
    }

    record Entry(Text key, Node value) {}
}
