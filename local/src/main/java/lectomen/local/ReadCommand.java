package lectomen.local;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import lectomen.engine.convert.Source;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Reading;
import lectomen.engine.page.Word;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;

/** Reads the text of files: what a PDF or a text file says itself, and what pictures of pages show. */
@Command(
        name = "read",
        mixinStandardHelpOptions = true,
        description = "Read the text of PDF files, scans, photographs and text files, on the spot.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  lectomen read certificate.tif",
            "  lectomen read scan.pdf --as json",
            "",
            "Exit codes: 0 all read; 1 some files can't be read; 2 wrong words."
        })
final class ReadCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** How the text is told. */
    enum As {
        TEXT,
        JSON
    }

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "PDF files, pictures, text files.")
    private List<Path> files = List.of();

    @Option(
            names = "--as",
            paramLabel = "text|json",
            description = "Lines of text (default), or each word with its box in points and how sure it is.")
    private As as = As.TEXT;

    @Override
    public Integer call() throws IOException {
        boolean bad = false;
        Lines lines = new Lines(files.size());
        for (Path file : files) {
            lines.begin(file);
            bad |= !read(file, lines);
        }
        return bad ? LocalMain.SOME_FAILED : LocalMain.DONE;
    }

    private boolean read(Path file, Lines lines) throws IOException {
        if (!Files.isRegularFile(file)) {
            return lines.unread(file, Reason.of("file.gone").words());
        }
        Source source = Sources.of(file);
        Reading reading = DocumentReader.read(file, source.type(), "lectomen read", lines);
        if (reading instanceof Reading.Unreadable unreadable) {
            return lines.unread(file, unreadable.reason().words());
        }
        lines.end();
        DocumentText text = ((Reading.Read) reading).text();
        if (as == As.JSON) {
            System.out.println(JSON.writeValueAsString(json(file, text)));
        } else {
            for (Page page : text.pages()) {
                page.lines()
                        .forEach(line -> System.out.println(
                                line.words().stream().map(Word::text).collect(Collectors.joining(" "))));
                System.out.println();
            }
        }
        return true;
    }

    private static Map<String, Object> json(Path file, DocumentText text) {
        List<Map<String, Object>> pages = new ArrayList<>();
        for (Page page : text.pages()) {
            List<Map<String, Object>> words = new ArrayList<>();
            for (Line line : page.lines()) {
                for (Word word : line.words()) {
                    Map<String, Object> one = new LinkedHashMap<>();
                    one.put("text", word.text());
                    one.put("confidence", Math.round(word.confidence() * 1_000) / 1_000.0);
                    one.put("box", word.box());
                    words.add(one);
                }
            }
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("page", page.number());
            one.put("width", page.width());
            one.put("height", page.height());
            one.put("words", words);
            pages.add(one);
        }
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("file", file.toString());
        all.put("pages", pages);
        return all;
    }
}
