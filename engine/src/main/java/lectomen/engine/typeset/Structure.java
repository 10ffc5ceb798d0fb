package lectomen.engine.typeset;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Paragraph;

/** Builds the document's structure from its paragraphs: consecutive items belong to one list, deeper ones to their items. */
final class Structure {
    private record Open(String list, int level, Node node, Node body) {}

    private final Node parent;
    private final Deque<Open> open = new ArrayDeque<>();

    Structure(Node parent) {
        this.parent = parent;
    }

    /** @param label where the label before the text belongs; the text's own part where there is none */
    record Place(Node text, Node label) {}

    Place place(Paragraph paragraph) {
        Optional<Paragraph.Label> label = paragraph.label();
        int heading = paragraph.look().get(FormatProperty.HEADING);
        String language = paragraph.look().get(FormatProperty.LANGUAGE);
        if (heading > 0) {
            open.clear();
            Node node = parent.add(Node.Kind.heading(heading), "", language);
            return new Place(node, node);
        }
        if (label.isEmpty()) {
            open.clear();
            Node node = parent.add(Node.Kind.PARAGRAPH, "", language);
            return new Place(node, node);
        }
        Node item = listFor(label.get()).add(Node.Kind.ITEM);
        Node itsLabel = item.add(Node.Kind.LABEL);
        Node body = item.add(Node.Kind.ITEM_BODY, "", language);
        Open list = open.pop();
        open.push(new Open(list.list(), list.level(), list.node(), body));
        return new Place(body.add(Node.Kind.PARAGRAPH), itsLabel);
    }

    private Node listFor(Paragraph.Label label) {
        while (!open.isEmpty()
                && (!open.peek().list().equals(label.list()) || open.peek().level() > label.level())) {
            open.pop();
        }
        if (open.isEmpty() || open.peek().level() < label.level()) {
            Node within = open.isEmpty() ? parent : open.peek().body();
            Node list = within.add(Node.Kind.LIST);
            open.push(new Open(label.list(), label.level(), list, list));
        }
        return open.peek().node();
    }

    /** Something else stands between. */
    Node other(Node.Kind kind) {
        open.clear();
        return parent.add(kind);
    }
}
