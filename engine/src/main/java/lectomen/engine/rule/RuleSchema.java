package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.identify.FileType;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.rulefile.RuleFileForm;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SharedPart;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.find.FieldSchema;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The JSON Schema (draft 2020-12) of rule files, for editors that check and complete text. It knows the words, their
 * shapes, what each says with an example, and what kind of text is meant ({@code format}); what a value must be like besides, and
 * whether the parts fit together, {@link RuleReader} says.
 */
public final class RuleSchema {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final RuleWords WORDS = RuleWords.SHARED;
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    /** What a condition asks for, where that is not one text. */
    private static final Map<String, String> CONDITIONS = Map.of(
            "all", "conditions",
            "any", "conditions",
            "none", "conditions",
            "type is", "texts",
            "arrived on", "days",
            "sender is", "texts",
            "tagged", "texts",
            "property", "property",
            "sidecar", "sidecar-value");

    private RuleSchema() {}

    public static String json() {
        return json(schema());
    }

    /** The same for the files of shared parts. */
    public static String partJson() {
        return json(partSchema());
    }

    private static String json(ObjectNode schema) {
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(schema) + "\n";
    }

    private static ObjectNode partSchema() {
        ObjectNode root = root(List.of("lectomen", "part"), "A shared part of rules of Lectomen");
        ObjectNode properties = SchemaShapes.properties(root);
        properties.putObject("part").put("type", "string").put("pattern", RuleFileForm.ID.pattern());
        properties.set("about", SchemaShapes.ref("text"));
        properties.set("accept", SchemaShapes.ref("types"));
        properties.set("pattern", SchemaShapes.ref("text"));
        properties.putObject("steps").put("type", "array").put("minItems", 1).set("items", SchemaShapes.ref("step"));
        properties.putObject("fields").put("type", "object").set("additionalProperties", SchemaShapes.ref("field"));
        ObjectNode counter = SchemaShapes.words(List.of(), "start", "step", "width", "of", "first month");
        SchemaShapes.properties(counter).set("numbers", SchemaShapes.choice(List.of("quick", "unbroken")));
        SchemaShapes.properties(counter)
                .set(
                        "restart",
                        SchemaShapes.choice(Stream.of(Counter.Restart.values())
                                .map(Counter.Restart::word)
                                .toList()));
        properties.set("counter", WORDS.explain(counter, "counter"));
        WORDS.explain(root, "part");
        ArrayNode one = root.putArray("oneOf");
        SharedPart.Kind.keys()
                .forEach(key -> one.addObject().putArray("required").add(key));
        return root;
    }

    private static ObjectNode root(List<String> required, String title) {
        ObjectNode root = SchemaShapes.object(required);
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        root.put("title", title);
        SchemaShapes.properties(root)
                .putObject("lectomen")
                .putArray("enum")
                .add(1)
                .add("1");
        root.set("$defs", definitions());
        return root;
    }

    private static ObjectNode schema() {
        ObjectNode root = root(List.of("lectomen", "rule", "from", "do"), "A rule of Lectomen");
        ObjectNode properties = SchemaShapes.properties(root);
        properties.putObject("rule").put("type", "string").put("pattern", RuleFileForm.ID.pattern());
        properties.set("title", SchemaShapes.ref("text"));
        properties.set("contact", SchemaShapes.ref("texts"));
        properties.set("about", SchemaShapes.ref("text"));
        properties.putObject("parameters").put("type", "object").set("additionalProperties", SchemaShapes.ref("text"));
        ObjectNode from = SchemaShapes.oneOrMany("source");
        ((ArrayNode) from.path("anyOf")).add(SchemaShapes.choice(List.of(SourceReader.HAND_OVERS, SourceReader.INBOX)));
        properties.set("from", from);
        ObjectNode then = properties.putObject("then").put("type", "object").put("additionalProperties", false);
        FollowUp.End.words().forEach(end -> then.withObject("/properties").set(end, SchemaShapes.ref("follow-up")));
        ObjectNode waiting = SchemaShapes.words(List.of("notify"));
        SchemaShapes.properties(waiting).set("notify", notice());
        WORDS.explain(waiting, "while-waiting");
        NoticeKind.whileWaiting().forEach(kind -> then.withObject("/properties").set(kind.word(), waiting.deepCopy()));
        WORDS.explain(then, "then");
        properties.set("retention", retention());
        properties.set("same document when", SchemaShapes.ref("text"));
        properties.set("when", SchemaShapes.ref("condition"));
        ObjectNode steps = properties.putObject("do").put("type", "array").put("minItems", 1);
        steps.set("items", SchemaShapes.ref("step"));
        return WORDS.explain(root, "rule");
    }

    /** What both kinds of files are made of. */
    private static ObjectNode definitions() {
        ObjectNode parts = NODES.objectNode();
        parts.putObject("text").putArray("type").add("string").add("number").add("boolean");
        parts.set("texts", SchemaShapes.oneOrMany("text"));
        parts.set("yes", SchemaShapes.choice(List.of("yes", "no")).put("description", "yes or no"));
        parts.set("types", SchemaShapes.oneOrMany("type"));
        ObjectNode type = parts.putObject("type");
        type.putArray("anyOf")
                .add(SchemaShapes.choice(FileType.words()))
                .addObject()
                .put("type", "string")
                .put("pattern", RuleFileForm.ID.pattern())
                .put("description", "an accept set defined as a shared part");
        parts.set("days", SchemaShapes.oneOrMany("text"));
        parts.set("source", source());
        parts.set("conditions", SchemaShapes.oneOrMany("condition"));
        parts.set("condition", condition());
        parts.set(
                "sidecar-value",
                WORDS.explain(SchemaShapes.words(List.of("at"), "at", "is", "like", "matches"), "sidecar-value"));
        parts.set(
                "property",
                WORDS.explain(SchemaShapes.words(List.of("name"), "name", "contains", "matches"), "property"));
        parts.set("step", step());
        ObjectNode followUp = SchemaShapes.words(List.of(), "hand over to").put("minProperties", 1);
        ObjectNode handOver = (ObjectNode) SchemaShapes.properties(followUp).path("hand over to");
        JsonNode rule = handOver.deepCopy();
        handOver.removeAll();
        handOver.putArray("anyOf")
                .add(rule)
                .add(WORDS.explain(SchemaShapes.words(List.of("rule"), "rule", "output"), "hand-over"));
        SchemaShapes.properties(followUp).set("tag", SchemaShapes.ref("texts"));
        ObjectNode answer = SchemaShapes.words(List.of("in", "named"), "in", "named", "text");
        SchemaShapes.properties(answer)
                .putObject("json")
                .put("type", "object")
                .set("additionalProperties", SchemaShapes.ref("text"));
        SchemaShapes.properties(followUp).set("answer", WORDS.explain(answer, "answer"));
        ObjectNode original = SchemaShapes.properties(followUp).putObject("original");
        original.putArray("anyOf")
                .add(SchemaShapes.choice(List.of("keep", "remove")))
                .add(WORDS.explain(SchemaShapes.words(List.of("move to"), "move to"), "original"));
        SchemaShapes.properties(followUp).set("notify", notice());
        SchemaShapes.properties(followUp).set("call", call());
        parts.set("follow-up", WORDS.explain(followUp, "follow-up"));
        parts.set("field", FieldSchema.json());
        parts.set("slot", WORDS.choices("slot"));
        parts.set("transform", WORDS.choices("transform"));
        return parts;
    }

    /** Names, or names with a subject and a text. */
    private static ObjectNode notice() {
        ObjectNode inFull = SchemaShapes.words(List.of("to"), "subject", "text");
        SchemaShapes.properties(inFull).set("to", SchemaShapes.ref("texts"));
        ObjectNode notice = NODES.objectNode();
        notice.putArray("anyOf").add(SchemaShapes.ref("texts")).add(WORDS.explain(inFull, "notify"));
        return notice;
    }

    /** A connection, or one with the fields to send. */
    private static ObjectNode call() {
        ObjectNode inFull = SchemaShapes.words(List.of("connection"), "connection");
        SchemaShapes.properties(inFull).set("fields", SchemaShapes.ref("texts"));
        SchemaShapes.properties(inFull).set("when in doubt", SchemaShapes.choice(WhenInDoubt.words()));
        ObjectNode call = NODES.objectNode();
        call.putArray("anyOf").add(SchemaShapes.ref("text")).add(WORDS.explain(inFull, "call"));
        return call;
    }

    private static ObjectNode retention() {
        return WORDS.explain(SchemaShapes.words(List.of(), "originals", "jobs"), "retention");
    }

    private static ObjectNode source() {
        ObjectNode source = SchemaShapes.words(
                List.of("folder"),
                "folder",
                "about",
                "size at least",
                "size at most",
                "settle",
                "sweep",
                "expect every",
                "failed files",
                "open");
        SchemaShapes.properties(source).set("accept", SchemaShapes.ref("types"));
        for (String word : List.of("name like", "name not like", "open on", "run at", "run on")) {
            SchemaShapes.properties(source).set(word, SchemaShapes.ref("texts"));
        }
        SchemaShapes.properties(source).set("catch up", SchemaShapes.ref("yes"));
        SchemaShapes.properties(source).set("sidecar", sidecar());
        SchemaShapes.properties(source).set("arrives", SchemaShapes.choice(List.of("growing", "whole", "together")));
        SchemaShapes.properties(source).set("subfolders", SchemaShapes.choice(List.of("leave", "watch", "take")));
        SchemaShapes.properties(source).set("seen before", SchemaShapes.choice(List.of("process", "hold", "reject")));
        ObjectNode notices = SchemaShapes.words(List.of());
        SourceSettings.NOTICES.forEach(
                kind -> SchemaShapes.properties(notices).set(kind.word(), SchemaShapes.ref("texts")));
        SchemaShapes.properties(source).set("notify", WORDS.explain(notices, "source-notices"));
        return WORDS.explain(source, "source");
    }

    private static ObjectNode sidecar() {
        ObjectNode sidecar = SchemaShapes.words(List.of(), "documents", "wait");
        ObjectNode properties = SchemaShapes.properties(sidecar);
        properties.set("form", SchemaShapes.ref("texts"));
        properties.set("named", SchemaShapes.ref("texts"));
        properties.set("without sidecar", SchemaShapes.choice(List.of("fail", "take", "leave")));
        properties.set("without document", SchemaShapes.choice(List.of("fail", "take", "leave")));
        properties.set("two alike", SchemaShapes.choice(List.of("fail", "newest")));
        properties.set("broken", SchemaShapes.choice(List.of("fail", "take", "wait")));
        properties.set("late", SchemaShapes.choice(List.of("fail", "leave", "run again")));
        properties.putObject("namespaces").put("type", "object").set("additionalProperties", SchemaShapes.ref("text"));
        return WORDS.explain(sidecar, "sidecar");
    }

    private static ObjectNode step() {
        ObjectNode step = NODES.objectNode();
        ArrayNode ways = step.putArray("oneOf");
        ways.add(WORDS.explain(SchemaShapes.words(List.of("steps"), "steps"), "step"));
        AllSteps.KINDS.all().forEach(kind -> ways.add(kind.schema()));
        return step;
    }

    private static ObjectNode condition() {
        ObjectNode condition = SchemaShapes.object(List.of()).put("minProperties", 1);
        ConditionReader.words().forEach(word -> SchemaShapes.properties(condition)
                .set(word, SchemaShapes.ref(CONDITIONS.getOrDefault(word, "text"))));
        return WORDS.explain(condition, "condition");
    }
}
