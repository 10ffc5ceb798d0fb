package lectomen.local;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Callable;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.ocr.Languages;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import lectomen.engine.textformat.TextFormat;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Reads the text of files: the text of a PDF or text file, and recognised text of page pictures. */
@Command(
        name = "read",
        mixinStandardHelpOptions = true,
        description = "Read the text of PDF files, scans, photographs and text files, on the spot.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  lectomen read certificate.tif",
            "  lectomen read scan.pdf --as json --pages 1-2",
            "  lectomen read *.tif --as pdf --out searchable",
            "",
            "Exit codes: 0 all read; 1 some files can't be read; 2 wrong words."
        })
final class ReadCommand implements Callable<Integer> {
    /** A page in work takes about so much memory. */
    private static final long BYTES_A_PAGE = 200_000_000;

    private static final double HARDLY_READ = 0.6;
    private static final String PDF = "pdf";

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "PDF files, pictures, text files.")
    private List<Path> files = List.of();

    @Option(
            names = "--as",
            paramLabel = "FORM",
            description = "text (default); json, with each word's box, how sure it is and what it may be instead;"
                    + " hocr; alto; or pdf, the file itself with its words invisibly on it.")
    private String as = "text";

    @Option(
            names = "--out",
            paramLabel = "DIR",
            description =
                    "Write the results to files with the same names in this folder, created if needed. Without it, text goes"
                            + " to standard output, and a PDF beside its file.")
    private @Nullable Path out;

    @Option(
            names = "--language",
            split = ",",
            paramLabel = "CODE",
            description = "Expect the letters of these languages: da, de, en, es, fr, it, nl, pt, sv (default: all).")
    private List<String> languages = List.of();

    @Option(names = "--care", paramLabel = "WORD", description = "quick, usual (default) or careful.")
    private String care = "usual";

    @Option(names = "--pages", paramLabel = "PAGES", description = "Such as 1, 1-3, 2-last, last (default: all).")
    private String pages = "all";

    @Option(
            names = "--keep",
            paramLabel = "WORD",
            description = "How much existing PDF text is used on pages that are pictures: good (default), all or none.")
    private String keep = "good";

    @Option(
            names = "--cores",
            paramLabel = "N",
            description = "Number of pages to read in parallel (default: number of cores).")
    private int cores;

    @Option(names = "--replace", description = "Replace files that have the name already.")
    private boolean replace;

    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    private RuntimeException wrong(String words) {
        return new CommandLine.ParameterException(Objects.requireNonNull(spec).commandLine(), words);
    }

    @Override
    public Integer call() throws IOException {
        ReadingOptions wish = wish();
        Optional<TextFormat.Form> form = TextFormat.Form.findByWord(as);
        if (form.isEmpty() && !as.equals(PDF)) {
            throw wrong("--as is text, json, hocr, alto or pdf, not " + as);
        }
        if (out != null) {
            Files.createDirectories(out);
        }
        boolean bad = false;
        ProgressLines lines = new ProgressLines(files.size());
        for (Path file : files) {
            lines.begin(file);
            bad |= !one(file, form, wish, lines);
        }
        return bad ? LocalMain.SOME_FAILED : LocalMain.DONE;
    }

    /** False for a file that could not be read; it was told why. */
    private boolean one(Path file, Optional<TextFormat.Form> form, ReadingOptions wish, ProgressLines lines)
            throws IOException {
        if (!Files.isRegularFile(file)) {
            return lines.unread(file, Reason.of("file.gone").words());
        }
        try {
            return form.isPresent() ? read(file, form.get(), wish, lines) : searchable(file, wish, lines);
        } catch (OutOfMemoryError e) {
            return lines.unread(file, "Not enough memory. Set LECTOMEN_LOCAL_MEMORY, such as 2g, or use --cores 1.");
        }
    }

    private ReadingOptions wish() {
        for (String language : languages) {
            if (!Languages.known().contains(language)) {
                throw wrong("--language is one of " + String.join(", ", Languages.known()) + ", not " + language);
            }
        }
        if (cores < 0) {
            throw wrong("--cores is from 1, not " + cores);
        }
        int most = (int) Math.max(1, Runtime.getRuntime().maxMemory() / BYTES_A_PAGE);
        int wanted = cores > 0 ? cores : Runtime.getRuntime().availableProcessors();
        return new ReadingOptions(
                languages,
                ReadingOptions.Care.findByWord(care)
                        .orElseThrow(() -> wrong("--care is quick, usual or careful, not " + care)),
                PageChoice.find(pages)
                        .orElseThrow(() -> wrong("--pages is such as 1, 1-3, 2-last or last, not " + pages)),
                ReadingOptions.Layer.findByWord(keep)
                        .orElseThrow(() -> wrong("--keep must be good, all or none, not " + keep)),
                Math.min(wanted, most));
    }

    private boolean read(Path file, TextFormat.Form form, ReadingOptions wish, ProgressLines lines) throws IOException {
        SourceDocument source = SourceFiles.of(file);
        ReadResult reading = DocumentReader.usual().read(file, source.type(), wish, "lectomen read", lines);
        if (reading instanceof ReadResult.Unreadable unreadable) {
            return lines.unread(file, unreadable.reason().words());
        }
        lines.end();
        DocumentText text = ((ReadResult.Read) reading).text();
        for (Page page : text.pages()) {
            if (page.confidence() < HARDLY_READ) {
                lines.note(file, "page " + page.number() + " could hardly be read");
            }
        }
        if (out == null) {
            TextFormat.write(text, source.name(), form, System.out);
            return true;
        }
        Path target = out.resolve(Scratch.stem(file) + "." + form.ending());
        if (Files.exists(target) && !replace) {
            return lines.unread(file, target + " already exists; use --replace or --out DIR.");
        }
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(target))) {
            TextFormat.write(text, source.name(), form, to);
        }
        lines.done(file, List.of(target), List.of());
        return true;
    }

    private boolean searchable(Path file, ReadingOptions wish, ProgressLines lines) throws IOException {
        Path folder = out != null
                ? out
                : Objects.requireNonNullElse(file.toAbsolutePath().getParent(), Path.of("."));
        Path target = folder.resolve(
                Scratch.stem(file) + (out == null && String.valueOf(file).endsWith(".pdf") ? " read.pdf" : ".pdf"));
        if (Files.exists(target) && !replace) {
            return lines.unread(file, target + " already exists; use --replace or --out DIR.");
        }
        Path scratch = Files.createTempDirectory("lectomen-read-");
        try {
            SourceDocument source = SourceFiles.of(file);
            ConversionResult made = new Converter(scratch, source, Instant.now(), lines)
                    .convert(source, Conversion.to(TargetFormat.PDF).readBy(wish));
            if (made instanceof ConversionResult.Failed failed) {
                return lines.unread(file, failed.reasons().get(0).words());
            }
            ConversionResult.Files result = (ConversionResult.Files) made;
            Files.copy(result.files().get(0), target, StandardCopyOption.REPLACE_EXISTING);
            lines.done(
                    file,
                    List.of(target),
                    result.notes().stream().map(Reason::words).toList());
            return true;
        } finally {
            Scratch.remove(scratch);
        }
    }
}
