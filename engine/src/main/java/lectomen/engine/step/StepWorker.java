package lectomen.engine.step;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;

/** Gives steps the document's bytes to work on. A plan without such steps never calls it. */
public interface StepWorker {
    /** The result. */
    sealed interface Result {
        /** @param notes what was done on the way, worth knowing */
        record Made(StepOutput product, List<Reason> notes) implements Result {
            public Made {
                notes = List.copyOf(notes);
            }
        }

        record Failed(Reason reason) implements Result {}
    }

    /** Makes a new document of another. */
    @FunctionalInterface
    interface Maker {
        /** @throws IOException if bytes can't be had or written; what is wrong with the document is a result */
        ConversionResult make(SourceDocument source, Surroundings at) throws IOException;
    }

    /** What a maker finds around it. */
    interface Surroundings {
        /** Where its files go, under names that are free in it. */
        Path folder();

        /** The document as it came in. */
        SourceDocument original() throws IOException;

        /** The text of what is worked on, where it was read before. */
        Optional<DocumentText> knownText();

        Instant arrived();

        FontBook fonts();

        Progress.Listener listener();
    }

    /** For plans whose rules have no such steps. */
    StepWorker NONE = new StepWorker() {
        private static final String PROBLEM = "there is no document to work on";

        @Override
        public StepOutput original() {
            throw new IllegalStateException("There is no document to work on");
        }

        @Override
        public Result make(StepOutput of, Object settings, Maker maker) {
            return new Result.Failed(Reason.of("engine.fault", "problem", PROBLEM));
        }

        @Override
        public Parts split(StepOutput of, Splitter splitter) {
            return new Parts.Failed(Reason.of("engine.fault", "problem", PROBLEM));
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
            return new ReadResult.Unreadable(Reason.of("engine.fault", "problem", PROBLEM));
        }
    };

    /** A file that was made of a part of a document. @param subfolder that it lay in; empty for none */
    record PartFile(Path file, FileType type, String name, String subfolder, Map<String, String> slots) {
        public PartFile {
            slots = Map.copyOf(slots);
        }
    }

    /** Takes a document apart. */
    @FunctionalInterface
    interface Splitter {
        /** @throws IOException if bytes can't be had or written */
        Split split(SourceDocument source, Surroundings at) throws IOException;
    }

    /** What became of a document that was to be taken apart. */
    sealed interface Split {
        record Files(List<PartFile> files) implements Split {
            public Files {
                files = List.copyOf(files);
            }
        }

        record Refused(Reason reason) implements Split {}
    }

    /** The parts of a document. */
    sealed interface Parts {
        record Made(List<PartDocument> documents) implements Parts {
            public Made {
                documents = List.copyOf(documents);
            }
        }

        record Failed(Reason reason) implements Parts {}
    }

    /** The original document. */
    StepOutput original();

    Parts split(StepOutput of, Splitter splitter);

    /** @param settings equal where the maker makes the same of the same document, which need not be made twice then */
    Result make(StepOutput of, Object settings, Maker maker);

    /** Keeps what was recognised so far for a plan that waits. */
    default List<KeptText> keepTexts() {
        return List.of();
    }

    /** How many pages it has; 0 where that is not known. */
    default int countPages(StepOutput of) {
        return 0;
    }

    /** What is known of it before it is printed. */
    default PrintFacts inspectForPrint(StepOutput of) {
        return PrintFacts.NONE;
    }

    /** Its text. @param neededBy for the reason when there is none */
    ReadResult read(StepOutput of, ReadingOptions options, String neededBy);
}
