package lectomen.engine.yaml;

import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.Mark;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.events.AliasEvent;
import org.yaml.snakeyaml.events.CollectionStartEvent;
import org.yaml.snakeyaml.events.Event;
import org.yaml.snakeyaml.events.NodeEvent;
import org.yaml.snakeyaml.events.ScalarEvent;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/** Reads YAML into {@link Node}s. Anchors, tags and keys that stand twice are problems. */
public final class YamlTree {
    private static final int MAX_CHARACTERS = 1_000_000;

    private final List<Problem> problems;

    private YamlTree(List<Problem> problems) {
        this.problems = problems;
    }

    /** The tree, or empty with at least one problem added. */
    public static Optional<Node> read(String text, List<Problem> problems) {
        if (text.length() > MAX_CHARACTERS) {
            problems.add(new Problem(1, 1, "the file is longer than " + MAX_CHARACTERS + " characters"));
            return Optional.empty();
        }
        LoaderOptions options = new LoaderOptions();
        options.setNestingDepthLimit(30);
        Yaml yaml = new Yaml(options);
        try {
            if (refusesAnchorsAndTags(yaml, text, problems)) {
                return Optional.empty();
            }
            org.yaml.snakeyaml.nodes.Node root = yaml.compose(new StringReader(text));
            if (root == null) {
                problems.add(new Problem(1, 1, "the file is empty"));
                return Optional.empty();
            }
            return Optional.of(new YamlTree(problems).node(root));
        } catch (MarkedYAMLException e) {
            problems.add(problem(e));
        } catch (YAMLException e) {
            problems.add(new Problem(1, 1, "no YAML: " + firstLine(e.getMessage())));
        }
        return Optional.empty();
    }

    private static boolean refusesAnchorsAndTags(Yaml yaml, String text, List<Problem> problems) {
        int before = problems.size();
        for (Event event : yaml.parse(new StringReader(text))) {
            String tag = event instanceof ScalarEvent scalar
                    ? scalar.getTag()
                    : event instanceof CollectionStartEvent start ? start.getTag() : null;
            boolean anchored =
                    event instanceof AliasEvent || (event instanceof NodeEvent node && node.getAnchor() != null);
            if (anchored) {
                problems.add(at(
                        event.getStartMark(),
                        "anchors and references (& and *) are not used here; write the part out"));
            } else if (tag != null && !tag.equals("!")) {
                problems.add(at(event.getStartMark(), "tags (!) are not used here; write the plain text"));
            }
        }
        return problems.size() > before;
    }

    private Node node(org.yaml.snakeyaml.nodes.Node node) {
        Node.Spot spot = spot(node.getStartMark());
        if (node instanceof MappingNode map) {
            List<Node.Entry> entries = new ArrayList<>();
            Set<String> keys = new TreeSet<>();
            for (NodeTuple tuple : map.getValue()) {
                if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
                    problems.add(at(tuple.getKeyNode().getStartMark(), "a word is expected before the colon"));
                    continue;
                }
                if (!keys.add(key.getValue())) {
                    problems.add(at(key.getStartMark(), "\"" + key.getValue() + "\" appears twice here"));
                    continue;
                }
                entries.add(new Node.Entry(text(key), node(tuple.getValueNode())));
            }
            return new Node.Entries(spot, List.copyOf(entries));
        }
        if (node instanceof SequenceNode list) {
            return new Node.Items(spot, list.getValue().stream().map(this::node).toList());
        }
        return text((ScalarNode) node);
    }

    private static Node.Text text(ScalarNode scalar) {
        DumperOptions.ScalarStyle style = scalar.getScalarStyle();
        boolean block = style == DumperOptions.ScalarStyle.LITERAL || style == DumperOptions.ScalarStyle.FOLDED;
        Node.Spot start = spot(scalar.getStartMark());
        boolean quoted =
                style == DumperOptions.ScalarStyle.DOUBLE_QUOTED || style == DumperOptions.ScalarStyle.SINGLE_QUOTED;
        return new Node.Text(new Node.Spot(start.line(), start.column() + (quoted ? 1 : 0)), scalar.getValue(), block);
    }

    private static Problem problem(MarkedYAMLException e) {
        Mark mark = e.getProblemMark() != null ? e.getProblemMark() : e.getContextMark();
        String words = "no YAML: " + firstLine(e.getProblem());
        return mark == null ? new Problem(1, 1, words) : at(mark, words);
    }

    private static String firstLine(@Nullable String message) {
        return message == null ? "can't be read" : message.lines().findFirst().orElse("can't be read");
    }

    private static Problem at(Mark mark, String words) {
        Node.Spot spot = spot(mark);
        return new Problem(spot.line(), spot.column(), words);
    }

    private static Node.Spot spot(Mark mark) {
        return new Node.Spot(mark.getLine() + 1, mark.getColumn() + 1);
    }
}
