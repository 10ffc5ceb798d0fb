package lectomen.engine.rulefile;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.YamlTree;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The explanations of rule words, by group and word: {@code words.yaml} beside this class, and beside each kind of step for the
 * words that are its own.
 */
public final class RuleWords {
    /** @param kind of text that is meant; empty where any is */
    private record Told(String says, String example, String kind) {}

    /** Of all but the kinds of steps. */
    public static final RuleWords SHARED = new RuleWords(Map.of(), RuleWords.class);

    private final Map<String, Map<String, Told>> groups;

    private RuleWords(Map<String, Map<String, Told>> shared, Class<?> owner) {
        groups = new HashMap<>();
        shared.forEach((group, words) -> groups.put(group, new LinkedHashMap<>(words)));
        read(owner).forEach((group, words) -> groups.computeIfAbsent(group, key -> new LinkedHashMap<>())
                .putAll(words));
    }

    /** The shared explanations with those in {@code words.yaml} beside a class. */
    public static RuleWords beside(Class<?> owner) {
        return new RuleWords(SHARED.groups, owner);
    }

    /** Adds to each word of a map in a schema what it says. @throws IllegalStateException if one has nothing to say */
    public ObjectNode explain(ObjectNode map, String group) {
        Map<String, Told> told = groups.getOrDefault(group, Map.of());
        map.path("properties").propertyStream().forEach(property -> {
            Told one = told.get(property.getKey());
            JsonNode shape = property.getValue();
            if (one != null) {
                explain((ObjectNode) shape, one);
            } else if (!List.of("lectomen", "rule", "part").contains(property.getKey())) {
                throw new IllegalStateException("Nothing is said of " + property.getKey() + " in " + group);
            }
        });
        return map;
    }

    /** The words of a group as what a text may be, each explained. */
    public ObjectNode choices(String group) {
        ObjectNode choice = JsonNodeFactory.instance.objectNode();
        ArrayNode ways = choice.putArray("anyOf");
        groups.getOrDefault(group, Map.of())
                .forEach((word, told) -> explain(ways.addObject().put("const", word), told));
        return choice;
    }

    private static void explain(ObjectNode shape, Told told) {
        shape.put("description", told.says());
        shape.putArray("examples").add(told.example());
        if (!told.kind().isEmpty()) {
            shape.put("format", told.kind());
        }
    }

    private static Map<String, Map<String, Told>> read(Class<?> owner) {
        List<Problem> problems = new ArrayList<>();
        Map<String, Map<String, Told>> groups = new HashMap<>();
        for (Node.Entry group : entries(YamlTree.read(text(owner), problems))) {
            Map<String, Told> words = new LinkedHashMap<>();
            for (Node.Entry word : entries(Optional.of(group.value()))) {
                words.put(word.key().text(), told(word.value()));
            }
            groups.put(group.key().text(), words);
        }
        if (!problems.isEmpty()) {
            throw new IllegalStateException(owner.getPackageName() + ", words.yaml: " + problems.get(0));
        }
        return groups;
    }

    private static List<Node.Entry> entries(Optional<Node> node) {
        return node.orElse(null) instanceof Node.Entries map ? map.entries() : List.of();
    }

    private static Told told(Node node) {
        Map<String, String> texts = new HashMap<>();
        for (Node.Entry entry : entries(Optional.of(node))) {
            texts.put(entry.key().text(), entry.value() instanceof Node.Text text ? text.text() : "");
        }
        return new Told(
                texts.getOrDefault("says", ""), texts.getOrDefault("example", ""), texts.getOrDefault("kind", ""));
    }

    private static String text(Class<?> owner) {
        try (InputStream in = Objects.requireNonNull(owner.getResourceAsStream("words.yaml"), owner.getName())) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
