package lectomen.engine.step.evidence;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.evidence.Evidence;
import lectomen.engine.evidence.EvidencePdf;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** {@code - evidence: pdf}. */
public final class EvidenceKind implements StepKind<EvidenceStep> {
    private static final String WORD = "evidence";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<EvidenceStep> type() {
        return EvidenceStep.class;
    }

    @Override
    public Optional<EvidenceStep> read(Section section, StepReading reading) {
        int line = section.spot().line();
        OutputNames outputs = new OutputNames(OutputNames.ORIGINAL, reading.newOutput(section, WORD));
        section.require(WORD);
        EvidenceStep.Form form = SettingReader.choice(
                section, WORD, EvidenceStep.Form::findByWord, EvidenceStep.Form.words(), EvidenceStep.Form.PDF);
        return Optional.of(new EvidenceStep(form, outputs, line));
    }

    @Override
    public void describe(EvidenceStep step, SentenceList sentences) {
        String form = SentenceBlanks.of(step.form().name(), WORD);
        String as = SentenceBlanks.of(step.outputs().as(), "as");
        sentences.step("Writes down who decided what, as " + form + ", as " + as + ".", step.line(), WORD);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode step = SchemaShapes.words(List.of(WORD), "as");
        SchemaShapes.properties(step).set(WORD, SchemaShapes.choice(EvidenceStep.Form.words()));
        return RuleWords.beside(EvidenceKind.class).explain(step, "step");
    }

    @Override
    public StepResult run(EvidenceStep step, StepContext context) {
        Evidence evidence = Evidence.of(
                context.proof(),
                context.facts().name(),
                context.rule(),
                context.worker().original().sha256(),
                context.fields());
        return context.make(step, step.outputs(), List.of(step.form(), evidence), (source, at) -> {
            boolean pdf = step.form() == EvidenceStep.Form.PDF;
            Path file = at.folder().resolve(WORD + "." + step.form().word());
            try (OutputStream out = Files.newOutputStream(file)) {
                if (pdf) {
                    writePdf(evidence, context.site(), at.arrived(), out);
                } else {
                    out.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(evidence));
                }
            }
            return new ConversionResult.Files(List.of(file), pdf ? FileType.PDF : FileType.JSON, List.of());
        });
    }

    /** Made as of the last decision, so that the same decisions give the same bytes. */
    private static void writePdf(Evidence evidence, Site site, Instant arrived, OutputStream out) throws IOException {
        Instant last = evidence.decisions().stream()
                .map(Evidence.Decided::at)
                .max(Instant::compareTo)
                .orElse(arrived);
        EvidencePdf.write(evidence, site.locale(), site.zone(), last, out);
    }
}
