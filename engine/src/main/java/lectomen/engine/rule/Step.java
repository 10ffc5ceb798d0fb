package lectomen.engine.rule;

import java.util.List;
import java.util.Optional;
import java.util.Set;
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

    /**
     * Files the document into a folder of a connection; without {@code under}, at its top.
     *
     * @param numbered names with a number, where {@link WhenTaken#NUMBER_IT} is chosen; empty for {@code name (2)}
     * @param olderTo where what is there goes, where {@link WhenTaken#NEW_VERSION} is chosen
     */
    record File(
            String connection,
            Optional<NamePattern> under,
            WhenTaken whenTaken,
            Optional<NamePattern> numbered,
            Optional<NamePattern> olderTo,
            int line)
            implements Step {
        /** What is known in the last two besides: the number, the name that is taken, and the folder it lies in. */
        static final Set<String> COUNTED_SLOTS = Set.of("n", "name", "under");

        @Override
        public String word() {
            return "file";
        }
    }
}
