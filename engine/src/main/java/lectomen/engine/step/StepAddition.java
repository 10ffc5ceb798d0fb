package lectomen.engine.step;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import java.util.Objects;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.ocr.ReadingOptions;
import org.jspecify.annotations.Nullable;

/** What a step adds to a plan. {@link StepContext#apply} makes it known to the steps behind it. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "is")
@JsonSubTypes({
    @JsonSubTypes.Type(value = StepAddition.Fields.class, name = "fields"),
    @JsonSubTypes.Type(value = StepAddition.Name.class, name = "name"),
    @JsonSubTypes.Type(value = StepAddition.Text.class, name = "text"),
    @JsonSubTypes.Type(value = StepAddition.Output.class, name = "output"),
    @JsonSubTypes.Type(value = StepAddition.Effect.class, name = "effect"),
    @JsonSubTypes.Type(value = StepAddition.Wait.class, name = "wait"),
    @JsonSubTypes.Type(value = StepAddition.Request.class, name = "request"),
    @JsonSubTypes.Type(value = StepAddition.Question.class, name = "question"),
    @JsonSubTypes.Type(value = StepAddition.Answered.class, name = "answered"),
    @JsonSubTypes.Type(value = StepAddition.Parts.class, name = "parts")
})
public sealed interface StepAddition {
    /** Fields that were found. @param doubts about values that a review is to settle */
    record Fields(List<FieldValue> fields, @Nullable List<FieldDoubt> doubts) implements StepAddition {
        public Fields {
            fields = List.copyOf(fields);
            doubts = doubts == null ? List.of() : List.copyOf(doubts);
        }

        public Fields(List<FieldValue> fields) {
            this(fields, List.of());
        }

        /** Plans that were stored before had none. */
        @Override
        public List<FieldDoubt> doubts() {
            return Objects.requireNonNullElse(doubts, List.of());
        }
    }

    /** The name pattern of the document, without its extension. */
    record Name(String pattern) implements StepAddition {}

    /** Which output the text of the document is read from, and how. */
    record Text(String of, ReadingOptions options) implements StepAddition {}

    /** A new output. */
    record Output(StepOutput output) implements StepAddition {}

    /** An effect to carry out. */
    record Effect(
            @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
            PlannedEffect effect) implements StepAddition {}

    /** That the plan waits; it asks the step again when it goes on. */
    record Wait(StepWait waitFor) implements StepAddition {}

    /**
     * An effect whose answer the plan waits for; it asks the step again when it goes on.
     *
     * @param answer null as long as there is none
     */
    record Request(
            @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
            PlannedEffect effect,

            StepWait waitFor,
            @Nullable SystemAnswer answer)
            implements StepAddition {}

    /**
     * What people are asked; it asks the step again when it goes on.
     *
     * @param reply null as long as there is none
     */
    record Question(
            PeopleQuestion question,
            StepWait waitFor,
            @Nullable PeopleReply reply) implements StepAddition {}

    /** What people were asked and answered. */
    record Answered(PeopleQuestion question, PeopleReply reply) implements StepAddition {}

    /** Documents that the steps behind are for; the plan waits until all of them have ended. */
    record Parts(List<PartDocument> documents) implements StepAddition {
        public Parts {
            documents = List.copyOf(documents);
        }
    }
}
