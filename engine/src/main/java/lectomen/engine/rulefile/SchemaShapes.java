package lectomen.engine.rulefile;

import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Pieces of the JSON Schema (draft 2020-12) of rule files. */
public final class SchemaShapes {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private SchemaShapes() {}

    /** A map without words so far. */
    public static ObjectNode object(List<String> required) {
        ObjectNode object = NODES.objectNode().put("type", "object").put("additionalProperties", false);
        object.putObject("properties");
        if (!required.isEmpty()) {
            ArrayNode words = object.putArray("required");
            required.forEach(words::add);
        }
        return object;
    }

    /** A map whose words have one text each. */
    public static ObjectNode words(List<String> required, String... words) {
        ObjectNode object = object(required);
        for (String word : words) {
            properties(object).set(word, ref("text"));
        }
        return object;
    }

    public static ObjectNode properties(ObjectNode object) {
        return (ObjectNode) object.path("properties");
    }

    /** A piece that is defined once. */
    public static ObjectNode ref(String part) {
        return NODES.objectNode().put("$ref", "#/$defs/" + part);
    }

    public static ObjectNode oneOrMany(String part) {
        ObjectNode either = NODES.objectNode();
        ArrayNode ways = either.putArray("anyOf");
        ways.add(ref(part));
        ways.addObject().put("type", "array").set("items", ref(part));
        return either;
    }

    public static ObjectNode choice(List<String> words) {
        ObjectNode choice = NODES.objectNode();
        ArrayNode allowed = choice.putArray("enum");
        words.forEach(allowed::add);
        return choice;
    }

    /** A step that works on an output and makes one. @param forms of what stands under its word */
    public static ObjectNode workingStep(String word, ObjectNode... forms) {
        ObjectNode step = words(List.of(word), "of", "as");
        ArrayNode ways = properties(step).putObject(word).putArray("anyOf");
        for (ObjectNode form : forms) {
            ways.add(form);
        }
        return step;
    }
}
