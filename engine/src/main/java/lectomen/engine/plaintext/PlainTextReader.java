package lectomen.engine.plaintext;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;

/**
 * Reads plain text. A form feed starts a new page; a box is measured in character cells.
 */
public final class PlainTextReader {
    private static final Pattern WORD = Pattern.compile("\\S+");
    private static final int TAB_WIDTH = 8;

    private PlainTextReader() {}

    /** @throws IOException if the file can't be read at all */
    public static ReadResult read(Path file) throws IOException {
        String[] pageTexts = PlainText.read(file).split("\f", -1);
        List<Page> pages = new ArrayList<>();
        for (String pageText : pageTexts) {
            boolean emptyAfterLastFormFeed = pages.size() == pageTexts.length - 1 && pageText.isBlank();
            if (pages.isEmpty() || !emptyAfterLastFormFeed) {
                pages.add(page(pages.size() + 1, pageText));
            }
        }
        return new ReadResult.Read(new DocumentText(pages));
    }

    private static Page page(int number, String text) {
        List<Word> words = new ArrayList<>();
        String[] lines = text.split("\\R", -1);
        int widest = 0;
        for (int row = 0; row < lines.length; row++) {
            String line = PlainText.withoutTabs(lines[row], TAB_WIDTH);
            widest = Math.max(widest, line.length());
            Matcher matcher = WORD.matcher(line);
            while (matcher.find()) {
                Box box = new Box(matcher.start(), row, matcher.end() - matcher.start(), 1);
                words.add(Word.certain(matcher.group(), box));
            }
        }
        return Page.ofWords(number, widest, lines.length, Page.Unit.CHARACTER, words);
    }
}
