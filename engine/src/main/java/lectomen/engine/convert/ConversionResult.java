package lectomen.engine.convert;

import java.nio.file.Path;
import java.util.List;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;

/** The result of a conversion. */
public sealed interface ConversionResult {
    /**
     * @param files that were made, in the order of pages; one unless a form takes one page only
     * @param notes what was done on the way, worth knowing
     */
    record Files(List<Path> files, FileType type, List<Reason> notes) implements ConversionResult {
        public Files {
            files = List.copyOf(files);
            notes = List.copyOf(notes);
        }
    }

    /** Nothing was made. @param reasons at least one, the most important first */
    record Failed(List<Reason> reasons) implements ConversionResult {
        public Failed {
            reasons = List.copyOf(reasons);
        }

        static Failed of(Reason reason) {
            return new Failed(List.of(reason));
        }

        public Reason reason() {
            return reasons.get(0);
        }
    }
}
