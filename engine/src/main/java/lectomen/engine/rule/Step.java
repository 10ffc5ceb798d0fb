package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.prepare.Preparation;

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

    /** Names the document, without its extension. */
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
     * @param output that is filed
     */
    record File(
            String output,
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

    /**
     * Which output a step works on, and which it makes.
     *
     * @param of the one it works on
     * @param as the one it makes, which takes the place of one of that name
     */
    record Acting(String of, String as) {
        /** What came in, and what the steps have made of it so far. */
        public static final String MAIN = "main";

        /** What came in, whatever was made of it. */
        public static final String ORIGINAL = "original";

        /** Whether the step changes the document itself. */
        public boolean onMain() {
            return as.equals(MAIN);
        }
    }

    /** Prepares the pages of scans and photographs. */
    record Prepare(Preparation wanted, Acting acting, int line) implements Step {
        @Override
        public String word() {
            return "prepare pages";
        }
    }

    /**
     * Converts to another form.
     *
     * @param wanted but for what the result says of itself
     * @param details patterns by what they fill: title, author, subject, keywords, language
     */
    record Convert(Conversion wanted, Map<String, NamePattern> details, Acting acting, int line) implements Step {
        static final List<String> DETAILS = List.of("title", "author", "subject", "keywords", "language");

        public Convert {
            details = Map.copyOf(details);
        }

        @Override
        public String word() {
            return "convert";
        }
    }

    /** Reads the text again, for the steps behind it; {@code of} is the output that is read. */
    record ReadText(ReadingOptions wish, String of, int line) implements Step {
        @Override
        public String word() {
            return "read text";
        }
    }

    /** Makes pictures smaller or larger, turns them, or changes their format. */
    record Resize(PictureResizer.Wanted wanted, Acting acting, int line) implements Step {
        @Override
        public String word() {
            return "resize";
        }
    }
}
