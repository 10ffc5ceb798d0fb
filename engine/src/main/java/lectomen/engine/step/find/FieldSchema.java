package lectomen.engine.step.find;

import java.util.List;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import tools.jackson.databind.node.ObjectNode;

/** The words of fields, for editors that check and complete rule files. */
public final class FieldSchema {
    private static final RuleWords WORDS = RuleWords.beside(FieldSchema.class);

    private FieldSchema() {}

    /** The words of a field, each explained. */
    public static ObjectNode json() {
        ObjectNode field = SchemaShapes.words(
                List.of(),
                "pattern",
                "in file name",
                "folder level",
                "property",
                "value",
                "form",
                "length",
                "lines",
                "must fit",
                "at least",
                "at most",
                "say",
                "default");
        ObjectNode properties = SchemaShapes.properties(field);
        for (String word : List.of("near", "right of", "below", "ends at", "column", "one of", "sender", "sidecar")) {
            properties.set(word, SchemaShapes.ref("texts"));
        }
        properties.set("required", SchemaShapes.ref("yes"));
        properties.set("as", SchemaShapes.choice(FieldType.words()));
        properties.set("take", SchemaShapes.choice(FieldSpec.Take.words()));
        properties.set("file time", SchemaShapes.choice(List.of("arrived", "modified")));
        ObjectNode zone =
                SchemaShapes.words(List.of("left", "top", "width", "height"), "page", "left", "top", "width", "height");
        properties.set("zone", WORDS.explain(zone, "zone"));
        ObjectNode lookUp = SchemaShapes.words(List.of("in", "by", "give"), "in", "by", "column", "give");
        properties.set("look up", WORDS.explain(lookUp, "look up"));
        ObjectNode checkIn = SchemaShapes.words(List.of("lookup", "column"), "lookup", "column");
        SchemaShapes.properties(checkIn).set("take nearest", SchemaShapes.ref("yes"));
        properties
                .putObject("check in")
                .putArray("anyOf")
                .add(SchemaShapes.ref("text"))
                .add(WORDS.explain(checkIn, "check in"));
        return WORDS.explain(field, "field");
    }
}
