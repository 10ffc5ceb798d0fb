package lectomen.local;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.image.Turn;
import lectomen.engine.pdf.inspect.PdfFacts;
import lectomen.engine.pdf.inspect.PdfInspector;
import lectomen.engine.pdf.inspect.PrintInspector;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.reason.Counted;
import lectomen.engine.reason.Reason;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;

/** Shows what files contain. */
@Command(
        name = "inspect",
        mixinStandardHelpOptions = true,
        description =
                "Show the properties of files: type, pages, fonts, text, spot colours, PDF/A, signatures, irregularities.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  lectomen inspect certificate.pdf",
            "  lectomen inspect *.tif --json",
            "",
            "Exit codes: 0 all read; 1 some files can't be read; 2 wrong words."
        })
final class InspectCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final double MM_PER_POINT = 25.4 / 72;
    private static final int WORD_WIDTH = 12;

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Files of any kind.")
    private List<Path> files = List.of();

    @Option(names = "--json", description = "As JSON, a line for each file.")
    private boolean json;

    @Override
    public Integer call() throws IOException {
        boolean bad = false;
        for (Path file : files) {
            Map<String, Object> facts = new LinkedHashMap<>();
            facts.put("file", file.toString());
            bad |= !look(file, facts);
            if (json) {
                System.out.println(JSON.writeValueAsString(facts));
            } else {
                print(facts);
            }
        }
        return bad ? LocalMain.SOME_FAILED : LocalMain.DONE;
    }

    private static boolean look(Path file, Map<String, Object> facts) throws IOException {
        if (!Files.isRegularFile(file)) {
            facts.put("problem", "The file does not exist.");
            return false;
        }
        SourceDocument source = SourceFiles.of(file);
        facts.put("type", source.type().word());
        facts.put("size", Sizes.words(Files.size(file)));
        if (source.type() == FileType.PDF) {
            return pdf(file, facts);
        }
        if (PictureFile.opens(source.type())) {
            return pictures(source, facts);
        }
        if (source.type() == FileType.EMPTY) {
            facts.put("problem", Reason.of("file.empty").words());
            return false;
        }
        return true;
    }

    private static boolean pictures(SourceDocument source, Map<String, Object> facts) throws IOException {
        PictureFile.Opening opening = PictureFile.open(source.file(), source.type());
        if (opening instanceof PictureFile.Opening.Refused refused) {
            facts.put("problem", refused.reason().words());
            return false;
        }
        try (PictureFile pictures = ((PictureFile.Opening.Open) opening).file()) {
            facts.put("pages", pictures.pages().size());
            facts.put(
                    "page sizes",
                    pictures.pages().stream()
                            .map(InspectCommand::words)
                            .distinct()
                            .toList());
            return true;
        }
    }

    private static String words(PictureInfo page) {
        String turn = page.turn() == Turn.NONE ? "" : ", stored rotated";
        return String.format(
                Locale.ROOT,
                "%d x %d pixels, %.0f x %.0f dots per inch, %.0f x %.0f mm, %s%s",
                page.width(),
                page.height(),
                page.dotsPerInchX(),
                page.dotsPerInchY(),
                page.pageWidth() * MM_PER_POINT,
                page.pageHeight() * MM_PER_POINT,
                page.ink().words(),
                turn);
    }

    private static boolean pdf(Path file, Map<String, Object> facts) throws IOException {
        PdfInspector.Result result = PdfInspector.inspect(file);
        if (result instanceof PdfInspector.Result.Unreadable unreadable) {
            facts.put("problem", unreadable.reason().words());
            return false;
        }
        PdfFacts pdf = ((PdfInspector.Result.Seen) result).facts();
        facts.put("version", pdf.version());
        facts.put("pages", pdf.pages());
        facts.put(
                "page sizes",
                pdf.pageSizes().entrySet().stream()
                        .map(size -> Counted.of(size.getValue(), "page", "pages") + " of " + size.getKey())
                        .toList());
        facts.put("scanned", pdf.scannedPages() + " of " + Counted.of(pdf.pages(), "page", "pages"));
        facts.put("text", text(pdf));
        facts.put(
                "fonts",
                pdf.fonts().stream()
                        .map(font -> font.name() + ", " + font.kind() + (font.embedded() ? "" : ", not embedded"))
                        .toList());
        facts.put("spot colours", pdf.spotColours());
        PrintFacts printed = PrintInspector.inspect(file);
        facts.put("in colour", printed.colourPages().size() + " of " + Counted.of(pdf.pages(), "page", "pages"));
        facts.put("content", edge(printed.nearestToEdge()));
        facts.put("PDF/A", pdf.claims().map(kind -> "declared as " + kind).orElse("not declared"));
        facts.put("possible", possible(pdf));
        facts.put("signatures", pdf.signatures());
        facts.put("irregular", pdf.odd().stream().map(Reason::words).toList());
        return true;
    }

    private static String edge(double millimetres) {
        return Double.isInfinite(millimetres)
                ? "none"
                : String.format(Locale.ROOT, "up to %.0f mm from the edge", millimetres);
    }

    private static String text(PdfFacts pdf) {
        String illegible = pdf.illegiblePages().isEmpty()
                ? ""
                : ", illegible on pages "
                        + pdf.illegiblePages().stream().map(String::valueOf).collect(Collectors.joining(", "));
        return Counted.of(pdf.words(), "word", "words") + illegible;
    }

    private static List<String> possible(PdfFacts pdf) {
        List<String> lines = new ArrayList<>();
        String kinds = pdf.inTheWay().entrySet().stream()
                .filter(target -> target.getValue().isEmpty())
                .map(Map.Entry::getKey)
                .collect(Collectors.joining(", "));
        if (!kinds.isEmpty()) {
            lines.add(kinds);
        }
        pdf.inTheWay().forEach((target, reasons) -> {
            boolean isSaid = pdf.claims().filter(target::equals).isPresent();
            if (!reasons.isEmpty() && !isSaid) {
                String all = reasons.stream().map(Reason::words).collect(Collectors.joining(" "));
                lines.add("not " + target + ": " + all);
            }
        });
        return lines;
    }

    private static void print(Map<String, Object> facts) {
        System.out.println(facts.get("file"));
        facts.forEach((word, value) -> {
            boolean nothing = word.equals("file") || (value instanceof List<?> list && list.isEmpty());
            if (!nothing) {
                List<?> lines = value instanceof List<?> list ? list : List.of(value);
                for (int i = 0; i < lines.size(); i++) {
                    String head = i == 0 ? word : "";
                    System.out.println(
                            "  " + head + " ".repeat(Math.max(1, WORD_WIDTH - head.length())) + lines.get(i));
                }
            }
        });
    }
}
