package lectomen.local;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.DocumentPreparer;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.font.FontBook;
import lectomen.engine.image.Paper;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PictureChoice;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Converts files, next to the original or into a folder. What has the name already is left. */
@Command(
        name = "convert",
        mixinStandardHelpOptions = true,
        description =
                "Convert word processor files, plain text, pictures of pages and PDF files. The results are written beside each file, or to --out.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  lectomen convert notice.docx memo.odt --to pdfa-2a --out archive",
            "  lectomen convert dives.tif --to pdfa-2b",
            "  lectomen convert *.jpg --to pdf --cut-out --black-and-white --out delivered",
            "  lectomen convert drawing.pdf --to png --dots 150",
            "",
            "Exit codes: 0 all done; 1 some files could not be converted; 2 wrong words."
        })
final class ConvertCommand implements Callable<Integer> {
    @Parameters(
            arity = "1..*",
            paramLabel = "FILE",
            description =
                    "Word processor files (DOCX, ODT, RTF), plain text, pictures (TIFF, JPEG, PNG, GIF, BMP) or PDF files.")
    private List<Path> files = List.of();

    @Option(
            names = "--to",
            required = true,
            paramLabel = "FORM",
            description = "pdf, pdfa-1b, pdfa-2b, pdfa-2u, pdfa-2a, pdfa-3b, tiff, png or jpeg.")
    private String to = "";

    @Option(names = "--out", paramLabel = "DIR", description = "The folder for the results; created if needed.")
    private @Nullable Path out;

    @Option(names = "--replace", description = "Replace files that have the name already.")
    private boolean replace;

    @Option(names = "--prepare", description = "Turn pages upright, straighten them, remove borders and punched holes.")
    private boolean prepare;

    @Option(names = "--cut-out", description = "Cut the sheet out of photographs of it. Prepares pages too.")
    private boolean cutOut;

    @Option(names = "--specks", description = "Remove specks. Prepares pages too.")
    private boolean specks;

    @Option(names = "--black-and-white", description = "Convert pages to black and white. Also prepares them.")
    private boolean blackAndWhite;

    @Option(
            names = "--drop-blank",
            paramLabel = "MM2",
            arity = "0..1",
            fallbackValue = "0.5",
            description = "Remove pages with less ink than this, in square millimetres (default: 0.5).")
    private @Nullable Double dropBlank;

    @Option(
            names = "--layered",
            description = "Put scans in as layers: sharp text over a smooth background, much smaller.")
    private boolean layered;

    @Option(names = "--quality", paramLabel = "PERCENT", description = "Quality of JPEG pictures (default: 85).")
    private int quality = PageLook.USUAL_QUALITY;

    @Option(
            names = "--paper",
            paramLabel = "SIZE",
            description = "Fit pages to a size of paper: A0 to A6, letter, legal.")
    private @Nullable String paper;

    @Option(names = "--dots", paramLabel = "N", description = "Dots per inch of pictures of PDF pages (default: 300).")
    private int dots = Conversion.USUAL_DOTS;

    @Option(
            names = "--if-not-possible",
            paramLabel = "WHAT",
            description = "If a PDF can't be converted to PDF/A: fail (default), keep, or pictures (of its pages).")
    private String ifNotPossible = "fail";

    @Option(names = "--title", paramLabel = "TEXT", description = "The title property of the PDF.")
    private @Nullable String title;

    @Option(
            names = "--language",
            paramLabel = "TAG",
            description = "The language property of the PDF, such as en or nb-NO.")
    private @Nullable String language;

    @Option(names = "--searchable", description = "Read the text of pictures, and lay it invisibly on them in the PDF.")
    private boolean searchable;

    @Option(names = "--attach-original", description = "Attach the original file to a PDF or PDF/A-3b.")
    private boolean attachOriginal;

    @Option(
            names = "--changes",
            paramLabel = "HOW",
            description = "Tracked changes of word processor files: accepted (default), refused or shown.")
    private String changes = "accepted";

    @Option(names = "--comments", description = "Put comments of word processor files at the end of the document.")
    private boolean comments;

    @Option(
            names = "--fonts",
            paramLabel = "DIR",
            description = "A folder with fonts (TrueType, WOFF) for the documents.")
    private @Nullable Path fonts;

    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    private RuntimeException wrong(String words) {
        return new CommandLine.ParameterException(Objects.requireNonNull(spec).commandLine(), words);
    }

    @Override
    public Integer call() throws IOException {
        Conversion conversion = conversion();
        Optional<Preparation> preparation = preparation();
        FontBook book = book();
        if (out != null) {
            Files.createDirectories(out);
        }
        int failed = 0;
        ProgressLines lines = new ProgressLines(files.size());
        for (Path file : files) {
            lines.begin(file);
            failed += convert(file, conversion, preparation, book, lines) ? 0 : 1;
        }
        lines.end(files.size() - failed, failed);
        return failed == 0 ? LocalMain.DONE : LocalMain.SOME_FAILED;
    }

    private FontBook book() throws IOException {
        if (fonts == null) {
            return FontBook.shipped();
        }
        if (!Files.isDirectory(fonts)) {
            throw wrong("--fonts is a folder; " + fonts + " is none");
        }
        FontBook book = FontBook.with(fonts);
        if (!book.unusable().isEmpty()) {
            System.err.println(
                    "Not used, as they are no fonts that can be put into files: " + String.join(", ", book.unusable()));
        }
        return book;
    }

    private Conversion conversion() {
        TargetFormat form = TargetFormat.findByWord(to)
                .orElseThrow(() -> wrong("--to is one of: " + String.join(", ", TargetFormat.words()) + "; not " + to));
        Optional<Paper> size = Optional.ofNullable(paper).map(word -> Paper.findByWord(word)
                .orElseThrow(() -> wrong("--paper is one of: " + String.join(", ", Paper.words()))));
        PdfaFallback otherwise =
                switch (ifNotPossible) {
                    case "fail" -> PdfaFallback.FAIL;
                    case "keep" -> PdfaFallback.KEEP;
                    case "pictures" -> PdfaFallback.PICTURES;
                    default -> throw wrong("--if-not-possible must be fail, keep or pictures, not " + ifNotPossible);
                };
        if (quality < 1 || quality > 100) {
            throw wrong("--quality is from 1 to 100, not " + quality);
        }
        if (dots < 30 || dots > 1_200) {
            throw wrong("--dots is from 30 to 1200, not " + dots);
        }
        FlowOptions.Changes tracked = FlowOptions.Changes.findByWord(changes)
                .orElseThrow(() -> wrong(
                        "--changes is one of: " + String.join(", ", FlowOptions.Changes.words()) + "; not " + changes));
        if (language != null && !DocumentDetails.isLanguage(language)) {
            throw wrong("--language is such as en or nb-NO, not " + language);
        }
        Conversion.Saying saying = new Conversion.Saying(
                Optional.ofNullable(title),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.ofNullable(language));
        PageLook look = new PageLook(layered ? PictureChoice.LAYERED : PictureChoice.AS_THEY_ARE, quality, size);
        return new Conversion(form, look, dots, otherwise, saying, attachOriginal)
                .searchable(searchable)
                .showing(new FlowOptions(tracked, comments));
    }

    private Optional<Preparation> preparation() {
        boolean wanted = prepare || cutOut || specks || blackAndWhite || dropBlank != null;
        return wanted
                ? Optional.of(new Preparation(
                        cutOut,
                        true,
                        true,
                        true,
                        specks,
                        blackAndWhite,
                        false,
                        dropBlank == null ? OptionalDouble.empty() : OptionalDouble.of(dropBlank)))
                : Optional.empty();
    }

    /** False for a file that could not be converted; it was told why. */
    private boolean convert(
            Path file, Conversion conversion, Optional<Preparation> preparation, FontBook book, ProgressLines lines)
            throws IOException {
        if (!Files.isRegularFile(file)) {
            lines.failed(file, List.of(Reason.of("file.gone").words()));
            return false;
        }
        Path scratch = Files.createTempDirectory("lectomen-convert-");
        try {
            SourceDocument original = SourceFiles.of(file);
            SourceDocument source = original;
            List<Reason> notes = new ArrayList<>();
            if (preparation.isPresent()) {
                ConversionResult prepared = new DocumentPreparer(scratch, lines).prepare(source, preparation.get());
                if (prepared instanceof ConversionResult.Failed bad) {
                    return lines.failed(file, words(bad.reasons()));
                }
                ConversionResult.Files made = (ConversionResult.Files) prepared;
                notes.addAll(made.notes());
                source = new SourceDocument(made.files().get(0), made.type(), source.name());
            }
            ConversionResult made = new Converter(scratch, original, Instant.now(), lines)
                    .with(book)
                    .convert(source, conversion);
            if (made instanceof ConversionResult.Failed bad) {
                return lines.failed(file, words(bad.reasons()));
            }
            ConversionResult.Files result = (ConversionResult.Files) made;
            notes.addAll(result.notes());
            return put(file, result, notes, lines);
        } catch (OutOfMemoryError e) {
            return lines.failed(
                    file, List.of("It needs more memory than there is. Set LECTOMEN_LOCAL_MEMORY, such as to 2g."));
        } catch (StackOverflowError e) {
            return lines.failed(file, List.of("Its parts are nested too deeply."));
        } finally {
            Scratch.remove(scratch);
        }
    }

    private static List<String> words(List<Reason> reasons) {
        return reasons.stream().map(Reason::words).toList();
    }

    private boolean put(Path file, ConversionResult.Files made, List<Reason> notes, ProgressLines lines)
            throws IOException {
        List<Path> placed = new ArrayList<>();
        int number = 0;
        for (Path from : made.files()) {
            number++;
            String count = made.files().size() > 1 ? "-" + number : "";
            Path place = place(file, count + "." + made.type().ending());
            if (place.toAbsolutePath().normalize().equals(file.toAbsolutePath().normalize())) {
                return lines.failed(file, List.of("It would replace itself; use --out DIR."));
            }
            try {
                if (replace) {
                    Files.copy(from, place, StandardCopyOption.REPLACE_EXISTING);
                } else {
                    Files.copy(from, place);
                }
            } catch (FileAlreadyExistsException e) {
                return lines.failed(file, List.of(place + " already exists; use --replace or --out DIR."));
            }
            placed.add(place);
        }
        lines.done(file, placed, words(notes));
        return true;
    }

    private Path place(Path file, String ending) {
        Path folder = out != null ? out : Optional.ofNullable(file.getParent()).orElse(Path.of(""));
        return folder.resolve(Scratch.stem(file) + ending);
    }
}
