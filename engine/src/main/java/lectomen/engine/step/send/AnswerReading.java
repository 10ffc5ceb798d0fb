package lectomen.engine.step.send;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.DataFile;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.DataValue;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.SystemAnswer;

/** Reads what a system answered: whether it is as expected, and which fields it gives. */
final class AnswerReading {
    /** The result. */
    sealed interface Result {
        record Good(List<FieldValue> fields) implements Result {}

        record Bad(Reason reason) implements Result {}
    }

    private final SendStep step;
    private final SystemAnswer answer;

    AnswerReading(SendStep step, SystemAnswer answer) {
        this.step = step;
        this.answer = answer;
    }

    Result read() {
        if (step.taken().isEmpty() && step.expected().where().isEmpty()) {
            return new Result.Good(List.of());
        }
        if (answer.status() == 0) {
            return new Result.Bad(bad("a person said that it was taken, so the answer is not known"));
        }
        byte[] bytes = answer.text().getBytes(StandardCharsets.UTF_8);
        DataFormat form = DataFormat.findFor(bytes).orElse(DataFormat.JSON);
        DataFile.Reading reading = DataFile.read(bytes, form, Map.of());
        if (reading instanceof DataFile.Reading.Bad bad) {
            return new Result.Bad(bad(bad.reason().words()));
        }
        DataFile file = ((DataFile.Reading.Good) reading).file();
        Optional<Reason> unexpected = findUnexpected(file);
        return unexpected.isPresent() ? new Result.Bad(unexpected.get()) : fields(file);
    }

    private Reason bad(String problem) {
        return Reason.of("send.bad-answer", "connection", step.connection(), "problem", problem);
    }

    private Optional<Reason> findUnexpected(DataFile file) {
        Optional<String> where = step.expected().where();
        if (where.isEmpty()) {
            return Optional.empty();
        }
        List<String> values =
                values(file, where.get()).stream().map(DataValue::value).toList();
        boolean isAsExpected = step.expected()
                .is()
                .map(values::contains)
                .orElse(values.stream().anyMatch(value -> !value.isBlank()));
        return isAsExpected
                ? Optional.empty()
                : Optional.of(Reason.of(
                        "send.unexpected-answer",
                        "connection",
                        step.connection(),
                        "where",
                        where.get(),
                        "found",
                        values.isEmpty() ? "nothing" : "\"" + String.join(", ", values) + "\"",
                        "expected",
                        step.expected().is().map(value -> "\"" + value + "\"").orElse("a value")));
    }

    private static List<DataValue> values(DataFile file, String expression) {
        return file.ask(expression) instanceof DataFile.Answer.Hits hits ? hits.hits() : List.of();
    }

    private Result fields(DataFile file) {
        List<FieldValue> fields = new ArrayList<>();
        for (Map.Entry<String, String> field : step.taken().entrySet()) {
            Optional<DataValue> value = values(file, field.getValue()).stream()
                    .filter(one -> !one.value().isBlank())
                    .findFirst();
            if (value.isEmpty()) {
                return new Result.Bad(bad("\"" + field.getKey() + "\" was expected at " + field.getValue()));
            }
            fields.add(FieldValue.given(
                    field.getKey(),
                    value.get().value().strip(),
                    "in the answer of " + step.connection() + " at "
                            + value.get().where()));
        }
        return new Result.Good(fields);
    }
}
