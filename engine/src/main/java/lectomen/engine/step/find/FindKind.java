package lectomen.engine.step.find;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.engine.extract.ExtractionContext;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldFinder;
import lectomen.engine.extract.FieldResult;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.rulefile.SharedPart;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.step.FieldDoubt;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - find: permit} with {@code fields:}. */
public final class FindKind implements StepKind<FindStep> {
    private static final String WORD = "find";
    private static final Pattern FIELD_NAME = Pattern.compile("\\p{L}[\\p{L}\\p{N} _-]{0,59}");
    private static final DocumentText NOT_READ = new DocumentText(List.of());

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<FindStep> type() {
        return FindStep.class;
    }

    @Override
    public Optional<FindStep> read(Section section, StepReading reading) {
        Optional<Node.Text> type = section.requireText(WORD);
        Optional<Section> fields = type.flatMap(name -> fields(section, name, reading));
        if (fields.isEmpty()) {
            return Optional.empty();
        }
        List<FieldSpec> specs = new ArrayList<>();
        for (Node.Entry entry : fields.get().names()) {
            field(entry, reading).ifPresent(specs::add);
            reading.slots().add(entry.key().text());
        }
        return type.map(name -> new FindStep(name.text(), specs, section.spot().line()));
    }

    /** The fields of the step, with those of the document type where that is a shared part. */
    private static Optional<Section> fields(Section section, Node.Text type, StepReading reading) {
        Optional<Node> shared = reading.parts().find(SharedPart.Kind.DOCUMENT_TYPE, type);
        if (shared.isEmpty()) {
            return section.require("fields").flatMap(node -> Section.open("fields", node, reading.problems()));
        }
        Optional<Node.Entries> own = section.find("fields")
                .filter(node -> Section.open("fields", node, reading.problems()).isPresent())
                .map(Node.Entries.class::cast);
        return Section.open("fields", Parts.merged((Node.Entries) shared.get(), own), reading.problems());
    }

    private static Optional<FieldSpec> field(Node.Entry entry, StepReading reading) {
        String name = entry.key().text();
        if (!FIELD_NAME.matcher(name).matches() || SlotReader.isOwn(name)) {
            Section.report(
                    reading.problems(),
                    entry.key().spot(),
                    "a field name may have up to 60 letters, digits, spaces, - and _, not "
                            + String.join(", ", SlotReader.OWN));
            return Optional.empty();
        }
        return Section.open("field \"" + name + "\"", entry.value(), reading.problems())
                .flatMap(section -> new FieldReader(
                                reading.site(), reading.problems(), reading.slots(), entry.key(), section)
                        .read());
    }

    @Override
    public void describe(FindStep step, SentenceList sentences) {
        String type = SentenceBlanks.of(step.documentType(), WORD);
        String article = step.documentType().matches("(?i)[aeiou].*") ? "an " : "a ";
        sentences.step("Finds the fields of " + article + type + ":", step.line(), WORD);
        step.fields().forEach(field -> describe(field, sentences));
    }

    private static void describe(FieldSpec field, SentenceList sentences) {
        String[] as = {field.name(), "as"};
        String kind =
                switch (field.type()) {
                    case TEXT -> "";
                    case DATE -> ", " + SentenceBlanks.of("a date", as);
                    case NUMBER -> ", " + SentenceBlanks.of("a number", as);
                    case MONEY -> ", " + SentenceBlanks.of("an amount of money", as);
                    case YES_NO -> ", " + SentenceBlanks.of("yes or no", as);
                    case CHOICE ->
                        ", one of "
                                + SentenceBlanks.of(
                                        String.join(", ", field.checks().oneOf()), field.name(), "one of");
                    case LIST -> ", " + SentenceBlanks.of("a list", as);
                };
        String needed = field.required()
                ? "; " + SentenceBlanks.of("required", field.name(), "required")
                : field.otherwise().isEmpty()
                        ? ""
                        : "; else " + SentenceBlanks.of(field.otherwise(), field.name(), "default");
        String name = SentenceBlanks.of(field.name(), field.name(), SentenceBlanks.KEY);
        String sought = SentenceBlanks.of(field.sought(), field.name());
        sentences.detail(name + kind + ", " + sought + needed, field.line(), field.name());
    }

    @Override
    public ObjectNode schema() {
        ObjectNode step = SchemaShapes.words(List.of(WORD), WORD);
        SchemaShapes.properties(step)
                .putObject("fields")
                .put("type", "object")
                .set("additionalProperties", SchemaShapes.ref("field"));
        return RuleWords.beside(FindKind.class).explain(step, "step");
    }

    @Override
    public StepResult run(FindStep find, StepContext context) {
        DocumentText document = NOT_READ;
        if (find.fields().stream().anyMatch(FieldSpec::needsText)) {
            ReadResult read =
                    context.text("step \"find\" of rule " + context.rule().id());
            if (read instanceof ReadResult.Unreadable unreadable) {
                return context.failed(find, unreadable.reason());
            }
            document = ((ReadResult.Read) read).text();
            if (document.isBlank()
                    && !context.doubtsAreSettled()
                    && find.fields().stream().anyMatch(FindKind::cantDoWithoutText)) {
                String neededBy = "Step \"find\" of rule " + context.rule().id();
                return context.failed(
                        find, Reason.of("text.none", "pages", document.pageRange(), "needed by", neededBy));
            }
        }
        List<FieldValue> found = new ArrayList<>();
        List<FieldDoubt> doubts = new ArrayList<>();
        List<Reason> notes = new ArrayList<>();
        Optional<Reason> failed = Optional.empty();
        Map<String, String> slots = new HashMap<>(context.slots());
        FieldFinder finder = new FieldFinder(
                find.fields(),
                new ExtractionContext(
                        slots,
                        document,
                        context.lookups(),
                        context.facts().more().sidecar()),
                context.site().locale());
        for (FieldSpec field : find.fields()) {
            FieldResult result;
            try {
                result = finder.find(field);
            } catch (PatternTooSlow e) {
                String pattern = field.pattern().map(Object::toString).orElse("");
                return context.failed(find, context.tooSlow(pattern, field.line()));
            } catch (NotADateException e) {
                result = new FieldResult.Missing(
                        field.name(), true, Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value()));
            }
            if (result instanceof FieldResult.Found hit) {
                found.add(hit.value());
                if (hit.value().isDoubtful()) {
                    notes.add(unsure(hit.value()));
                }
                slots.put(hit.value().name(), hit.value().value());
            } else if (result instanceof FieldResult.Missing missing) {
                notes.add(missing.reason());
                if (missing.required() && context.doubtsAreSettled()) {
                    FieldValue seen = missing.seen().orElseGet(() -> FieldValue.unknown(field));
                    found.add(seen);
                    doubts.add(new FieldDoubt(field.name(), missing.reason()));
                    slots.put(seen.name(), seen.value());
                } else if (missing.required() && failed.isEmpty()) {
                    failed = Optional.of(missing.reason());
                }
            }
        }
        return context.result(find, new StepAddition.Fields(found, doubts), notes, failed);
    }

    private static Reason unsure(FieldValue value) {
        return Reason.of("field.doubtful", "field", value.name(), "value", value.value(), "sure", Long.toString((long)
                Math.floor(100 * value.confidence())));
    }

    private static boolean cantDoWithoutText(FieldSpec field) {
        return field.required() && field.extractors().stream().allMatch(Extractor::needsText);
    }
}
