package lectomen.engine.data;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * A data file that was read and can be queried with expressions.
 *
 * <pre>{@code
 * DataFile.Reading reading = DataFile.read(bytes, DataForm.XML, Map.of());
 * if (reading instanceof DataFile.Reading.Good good) {
 *     DataFile.Answer answer = good.file().ask("/notice/number");
 * }
 * }</pre>
 *
 * <p>XML reaches no file and no network: document types are refused, and so everything that they can bring.
 */
public interface DataFile {
    /** More hits than this are not given: nobody reads them, and no field takes them. */
    int MOST_HITS = 1_000;

    /** The result of reading a data file. */
    sealed interface Reading {
        record Good(DataFile file) implements Reading {}

        record Bad(Reason reason) implements Reading {}
    }

    /** The result of asking. */
    sealed interface Answer {
        /** @param hits in the order of the file; none where the expression gives nothing */
        record Hits(List<DataValue> hits) implements Answer {
            public Hits {
                hits = List.copyOf(hits);
            }
        }

        record Wrong(Reason reason) implements Answer {}
    }

    /** What expressions may say of the document: {@code $file} is its whole name, {@code $name} that without its extension. */
    record About(String file) {
        /** Of no document. */
        public static final About NOTHING = new About("");

        /** Empty for a variable that there is not. */
        Optional<String> find(String variable) {
            return switch (variable) {
                case "file" -> Optional.of(file);
                case "name" -> Optional.of(file.contains(".") ? file.substring(0, file.lastIndexOf('.')) : file);
                default -> Optional.empty();
            };
        }
    }

    /**
     * Gives the values of an expression: XPath 1.0 for XML, a JSON Pointer (RFC 6901) for JSON, and for CSV the name of a
     * column, alone or with {@code where OTHER = VALUE} behind it. {@code $file} and {@code $name} stand for the document: as
     * variables in XPath, as a level of a pointer, as the value behind {@code where}.
     */
    Answer ask(String expression, About document);

    /** The same where there is no document. */
    default Answer ask(String expression) {
        return ask(expression, About.NOTHING);
    }

    /** Why no file of the form could be asked that, in words; empty where one can. */
    static Optional<String> findProblem(String expression, DataFormat form) {
        return switch (form) {
            case XML -> XmlData.findProblem(expression);
            case JSON -> JsonData.findProblem(expression);
            case CSV -> Optional.empty();
        };
    }

    /**
     * @param namespaces URIs by the prefixes that expressions use, besides those that the file declares itself. Where the file
     *     has a default namespace, names without a prefix are found all the same.
     */
    static Reading read(byte[] bytes, DataFormat form, Map<String, String> namespaces) {
        return switch (form) {
            case XML -> XmlData.read(bytes, namespaces);
            case JSON -> JsonData.read(bytes);
            case CSV -> CsvData.read(bytes);
        };
    }

    /** A file that is not what it should be. @param problem in words */
    static Reading bad(DataFormat form, String problem) {
        return new Reading.Bad(Reason.of("data.broken", "form", form.name(), "problem", problem));
    }

    /** An expression that can't be asked. @param problem in words */
    static Answer wrong(String expression, String problem) {
        return new Answer.Wrong(Reason.of("data.expression", "expression", expression, "problem", problem));
    }
}
