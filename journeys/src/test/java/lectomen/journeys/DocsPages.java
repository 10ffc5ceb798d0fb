package lectomen.journeys;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The README and the pages in docs/, with the commands and files that they show. */
final class DocsPages {
    private static final Pattern WORD = Pattern.compile("'([^']*)'|\"([^\"]*)\"|([^\\s'\"]+)");

    private DocsPages() {}

    /**
     * A piece of code on a page.
     *
     * @param where its page and line
     * @param kind the language that it is marked with; empty for commands
     */
    record Block(String where, String kind, String text) {
        @Override
        public String toString() {
            return where;
        }
    }

    static List<Path> pages() throws IOException {
        List<Path> pages = new ArrayList<>(List.of(Launcher.ROOT.resolve("README.md")));
        try (Stream<Path> files = Files.list(Launcher.ROOT.resolve("docs"))) {
            files.filter(file -> file.toString().endsWith(".md")).sorted().forEach(pages::add);
        }
        return pages;
    }

    static List<Block> blocks() throws IOException {
        List<Block> blocks = new ArrayList<>();
        for (Path page : pages()) {
            List<String> lines = Files.readAllLines(page);
            for (int i = 0; i < lines.size(); i++) {
                if (lines.get(i).startsWith("```")) {
                    int end = i + 1;
                    while (!lines.get(end).startsWith("```")) {
                        end++;
                    }
                    String text = String.join("\n", lines.subList(i + 1, end)) + "\n";
                    blocks.add(new Block(
                            page.getFileName() + ":" + (i + 1), lines.get(i).substring(3), text));
                    i = end;
                }
            }
        }
        return blocks;
    }

    /** The commands of the product in a block, without "lectomen" and comments. */
    static List<String> commands(Block block) {
        return block.kind().isEmpty()
                ? block.text()
                        .lines()
                        .filter(line -> line.matches("(\\./)?lectomen .*"))
                        .map(line -> line.replaceFirst("^(\\./)?lectomen ", "").replaceFirst("\\s+#.*", ""))
                        .toList()
                : List.of();
    }

    /** The words of a command as a shell splits them. */
    static List<String> words(String command) {
        return WORD.matcher(command)
                .results()
                .map(word -> Stream.of(1, 2, 3)
                        .map(word::group)
                        .filter(Objects::nonNull)
                        .findFirst()
                        .orElseThrow())
                .toList();
    }
}
