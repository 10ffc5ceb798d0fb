package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.counter.Counter;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.Paper;
import lectomen.engine.ocr.Languages;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.PictureChoice;
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
        ObjectNode properties = properties(root);
        properties.putObject("part").put("type", "string").put("pattern", RuleReader.ID.pattern());
        properties.set("about", ref("text"));
        properties.set("accept", ref("types"));
        properties.set("pattern", ref("text"));
        properties.putObject("steps").put("type", "array").put("minItems", 1).set("items", ref("step"));
        properties.putObject("fields").put("type", "object").set("additionalProperties", ref("field"));
        ObjectNode counter = words(List.of(), "start", "step", "width", "of", "first month");
        properties(counter).set("numbers", choice(List.of("quick", "unbroken")));
        properties(counter)
                .set(
                        "restart",
                        choice(Stream.of(Counter.Restart.values())
                                .map(Counter.Restart::word)
                                .toList()));
        properties.set("counter", RuleWords.explain(counter, "counter"));
        RuleWords.explain(root, "part");
        ArrayNode one = root.putArray("oneOf");
        SharedPart.Kind.keys()
                .forEach(key -> one.addObject().putArray("required").add(key));
        return root;
    }

    private static ObjectNode root(List<String> required, String title) {
        ObjectNode root = object(required);
        root.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        root.put("title", title);
        properties(root).putObject("lectomen").putArray("enum").add(1).add("1");
        root.set("$defs", definitions());
        return root;
    }

    private static ObjectNode schema() {
        ObjectNode root = root(List.of("lectomen", "rule", "from", "do"), "A rule of Lectomen");
        ObjectNode properties = properties(root);
        properties.putObject("rule").put("type", "string").put("pattern", RuleReader.ID.pattern());
        properties.set("title", ref("text"));
        properties.set("about", ref("text"));
        properties.putObject("parameters").put("type", "object").set("additionalProperties", ref("text"));
        ObjectNode from = oneOrMany("source");
        ((ArrayNode) from.path("anyOf")).add(choice(List.of(SourceReader.HAND_OVERS, SourceReader.INBOX)));
        properties.set("from", from);
        ObjectNode then = properties.putObject("then").put("type", "object").put("additionalProperties", false);
        FollowUp.End.words().forEach(end -> then.withObject("/properties").set(end, ref("follow-up")));
        RuleWords.explain(then, "then");
        properties.set("retention", retention());
        properties.set("same document when", ref("text"));
        properties.set("when", ref("condition"));
        ObjectNode steps = properties.putObject("do").put("type", "array").put("minItems", 1);
        steps.set("items", ref("step"));
        return RuleWords.explain(root, "rule");
    }

    /** What both kinds of files are made of. */
    private static ObjectNode definitions() {
        ObjectNode parts = NODES.objectNode();
        parts.putObject("text").putArray("type").add("string").add("number").add("boolean");
        parts.set("texts", oneOrMany("text"));
        parts.set("yes", choice(List.of("yes", "no")).put("description", "yes or no"));
        parts.set("types", oneOrMany("type"));
        ObjectNode type = parts.putObject("type");
        type.putArray("anyOf")
                .add(choice(FileType.words()))
                .addObject()
                .put("type", "string")
                .put("pattern", RuleReader.ID.pattern())
                .put("description", "an accept set defined as a shared part");
        parts.set("days", oneOrMany("text"));
        parts.set("source", source());
        parts.set("conditions", oneOrMany("condition"));
        parts.set("condition", condition());
        parts.set(
                "sidecar-value",
                RuleWords.explain(words(List.of("at"), "at", "is", "like", "matches"), "sidecar-value"));
        parts.set("property", RuleWords.explain(words(List.of("name"), "name", "contains", "matches"), "property"));
        parts.set("step", step());
        ObjectNode followUp = words(List.of(), "hand over to").put("minProperties", 1);
        ObjectNode handOver = (ObjectNode) properties(followUp).path("hand over to");
        JsonNode rule = handOver.deepCopy();
        handOver.removeAll();
        handOver.putArray("anyOf")
                .add(rule)
                .add(RuleWords.explain(words(List.of("rule"), "rule", "output"), "hand-over"));
        properties(followUp).set("tag", ref("texts"));
        ObjectNode answer = words(List.of("in", "named"), "in", "named", "text");
        properties(answer).putObject("json").put("type", "object").set("additionalProperties", ref("text"));
        properties(followUp).set("answer", RuleWords.explain(answer, "answer"));
        ObjectNode original = properties(followUp).putObject("original");
        original.putArray("anyOf")
                .add(choice(List.of("keep", "remove")))
                .add(RuleWords.explain(words(List.of("move to"), "move to"), "original"));
        parts.set("follow-up", RuleWords.explain(followUp, "follow-up"));
        parts.set("field", field());
        parts.set("slot", RuleWords.choices("slot"));
        parts.set("transform", RuleWords.choices("transform"));
        return parts;
    }

    private static ObjectNode object(List<String> required) {
        ObjectNode object = NODES.objectNode().put("type", "object").put("additionalProperties", false);
        object.putObject("properties");
        if (!required.isEmpty()) {
            ArrayNode words = object.putArray("required");
            required.forEach(words::add);
        }
        return object;
    }

    private static ObjectNode properties(ObjectNode object) {
        return (ObjectNode) object.path("properties");
    }

    private static ObjectNode words(List<String> required, String... words) {
        ObjectNode object = object(required);
        for (String word : words) {
            properties(object).set(word, ref("text"));
        }
        return object;
    }

    private static ObjectNode ref(String part) {
        return NODES.objectNode().put("$ref", "#/$defs/" + part);
    }

    private static ObjectNode oneOrMany(String part) {
        ObjectNode either = NODES.objectNode();
        ArrayNode ways = either.putArray("anyOf");
        ways.add(ref(part));
        ways.addObject().put("type", "array").set("items", ref(part));
        return either;
    }

    private static ObjectNode choice(List<String> words) {
        ObjectNode choice = NODES.objectNode();
        ArrayNode allowed = choice.putArray("enum");
        words.forEach(allowed::add);
        return choice;
    }

    private static ObjectNode retention() {
        return RuleWords.explain(words(List.of(), "originals", "jobs"), "retention");
    }

    private static ObjectNode source() {
        ObjectNode source = words(
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
        properties(source).set("accept", ref("types"));
        for (String word : List.of("name like", "name not like", "open on", "run at", "run on")) {
            properties(source).set(word, ref("texts"));
        }
        properties(source).set("catch up", ref("yes"));
        properties(source).set("sidecar", sidecar());
        properties(source).set("arrives", choice(List.of("growing", "whole", "together")));
        properties(source).set("subfolders", choice(List.of("leave", "watch", "take")));
        properties(source).set("seen before", choice(List.of("process", "hold", "reject")));
        return RuleWords.explain(source, "source");
    }

    private static ObjectNode sidecar() {
        ObjectNode sidecar = words(List.of(), "documents", "wait");
        ObjectNode properties = properties(sidecar);
        properties.set("form", ref("texts"));
        properties.set("named", ref("texts"));
        properties.set("without sidecar", choice(List.of("fail", "take", "leave")));
        properties.set("without document", choice(List.of("fail", "take", "leave")));
        properties.set("two alike", choice(List.of("fail", "newest")));
        properties.set("broken", choice(List.of("fail", "take", "wait")));
        properties.set("late", choice(List.of("fail", "leave", "run again")));
        properties.putObject("namespaces").put("type", "object").set("additionalProperties", ref("text"));
        return RuleWords.explain(sidecar, "sidecar");
    }

    private static ObjectNode condition() {
        ObjectNode condition = object(List.of()).put("minProperties", 1);
        ConditionReader.words()
                .forEach(word -> properties(condition).set(word, ref(CONDITIONS.getOrDefault(word, "text"))));
        return RuleWords.explain(condition, "condition");
    }

    private static ObjectNode step() {
        ObjectNode step = NODES.objectNode();
        ArrayNode ways = step.putArray("oneOf");
        ways.add(words(List.of("steps"), "steps"));
        ObjectNode find = words(List.of("find"), "find");
        properties(find).putObject("fields").put("type", "object").set("additionalProperties", ref("field"));
        ways.add(find);
        ways.add(words(List.of("name"), "name"));
        ObjectNode file = object(List.of("file"));
        ObjectNode where = words(List.of("in"), "in", "under", "numbered", "move older to");
        properties(where).set("when taken", choice(WhenTaken.words()));
        properties(where).set("output", ref("text"));
        properties(file).set("file", RuleWords.explain(where, "file"));
        ways.add(file);
        ways.add(pageStep("prepare pages", choice(List.of("usual")), preparation()));
        ways.add(pageStep("convert", ref("text"), conversion()));
        ObjectNode size = words(List.of(), "width", "height", "percent", "quality");
        properties(size).set("to", choice(List.of("tiff", "png", "jpeg")));
        properties(size).set("turn", choice(List.of("left", "right", "half", "no")));
        ways.add(pageStep("resize", RuleWords.explain(size, "resize")));
        ObjectNode reading = words(List.of("read text"), "of");
        ArrayNode forms = properties(reading).putObject("read text").putArray("anyOf");
        forms.add(choice(List.of("usual")));
        forms.add(reading());
        ways.add(reading);
        ways.forEach(way -> RuleWords.explain((ObjectNode) way, "step"));
        return step;
    }

    private static ObjectNode pageStep(String word, ObjectNode... forms) {
        ObjectNode step = words(List.of(word), "of", "as");
        ArrayNode ways = properties(step).putObject(word).putArray("anyOf");
        for (ObjectNode form : forms) {
            ways.add(form);
        }
        return step;
    }

    private static ObjectNode reading() {
        ObjectNode wanted = words(List.of(), "pages");
        ObjectNode one = choice(Languages.known());
        ArrayNode languages = properties(wanted).putObject("languages").putArray("anyOf");
        languages.add(one);
        languages.addObject().put("type", "array").set("items", one);
        properties(wanted).set("care", choice(ReadingOptions.Care.words()));
        properties(wanted).set("keep", choice(ReadingOptions.Layer.words()));
        return RuleWords.explain(wanted, "read text");
    }

    private static ObjectNode preparation() {
        ObjectNode wanted = words(List.of(), "drop blank below");
        for (String word :
                List.of("cut out sheet", "upright", "straighten", "edges", "specks", "black and white", "crop")) {
            properties(wanted).set(word, ref("yes"));
        }
        return RuleWords.explain(wanted, "prepare pages");
    }

    private static ObjectNode conversion() {
        ObjectNode wanted = words(List.of("to"), "to", "quality", "dots per inch");
        Step.Convert.DETAILS.forEach(detail -> properties(wanted).set(detail, ref("text")));
        properties(wanted).set("pictures", choice(PictureChoice.words()));
        properties(wanted).set("paper", choice(Paper.words()));
        properties(wanted).set("if not possible", choice(PdfaFallback.words()));
        properties(wanted).set("attach original", ref("yes"));
        properties(wanted).set("searchable", ref("yes"));
        properties(wanted).set("tracked changes", choice(FlowOptions.Changes.words()));
        properties(wanted).set("comments", ref("yes"));
        return RuleWords.explain(wanted, "convert");
    }

    private static ObjectNode field() {
        ObjectNode field = words(
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
        ObjectNode properties = properties(field);
        for (String word : List.of("near", "right of", "below", "ends at", "column", "one of", "sender", "sidecar")) {
            properties.set(word, ref("texts"));
        }
        properties.set("required", ref("yes"));
        properties.set("as", choice(FieldType.words()));
        properties.set("take", choice(FieldSpec.Take.words()));
        properties.set("file time", choice(List.of("arrived", "modified")));
        ObjectNode zone = words(List.of("left", "top", "width", "height"), "page", "left", "top", "width", "height");
        properties.set("zone", RuleWords.explain(zone, "zone"));
        ObjectNode lookUp = words(List.of("in", "by", "give"), "in", "by", "column", "give");
        properties.set("look up", RuleWords.explain(lookUp, "look up"));
        ObjectNode checkIn = words(List.of("lookup", "column"), "lookup", "column");
        properties(checkIn).set("take nearest", ref("yes"));
        properties.putObject("check in").putArray("anyOf").add(ref("text")).add(RuleWords.explain(checkIn, "check in"));
        return RuleWords.explain(field, "field");
    }
}
