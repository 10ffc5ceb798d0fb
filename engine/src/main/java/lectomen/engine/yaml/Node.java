package lectomen.engine.yaml;

import java.util.List;

/** A file as it is written: texts, lists and maps, each with the place where it starts. Every scalar is text. */
public sealed interface Node {
    Spot spot();

    /** A word for messages: what was found. */
    String kind();

    /** A place in the file, line and column counted from 1. */
    record Spot(int line, int column) {}

    /** @param block whether it stands in a block over several lines, where a column inside it can't be told */
    record Text(Spot spot, String text, boolean block) implements Node {
        @Override
        public String kind() {
            return text.isEmpty()
                    ? "nothing"
                    : "the text \"" + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "\"";
        }
    }

    record Items(Spot spot, List<Node> items) implements Node {
        @Override
        public String kind() {
            return "a list";
        }
    }

    record Entries(Spot spot, List<Entry> entries) implements Node {
        @Override
        public String kind() {
            return "a map";
        }
    }

    record Entry(Text key, Node value) {}
}
