package lectomen.engine.rule;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.naming.NamePattern;

/** One thing that a rule does to a document. */
public sealed interface Step {
    int line();

    /** The word that starts the step in a rule file. */
    String word();

    /** Finds fields; {@code documentType} names them together. */
    record Find(String documentType, List<FieldSpec> fields, int line) implements Step {
        public Find {
            fields = List.copyOf(fields);
        }

        @Override
        public String word() {
            return "find";
        }
    }

    /** Names the document, without its ending. */
    record Name(NamePattern pattern, int line) implements Step {
        @Override
        public String word() {
            return "name";
        }
    }

    /** Files the document into a folder of a connection; without {@code under}, at its top. */
    record File(String connection, Optional<NamePattern> under, WhenTaken whenTaken, int line) implements Step {
        @Override
        public String word() {
            return "file";
        }
    }
}
