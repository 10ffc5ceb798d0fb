package lectomen.engine.plaintext;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Reading;
import lectomen.engine.page.Word;

/**
 * Reads plain text. A form feed starts a new page; a box is measured in character cells. The encoding is the one of the
 * byte order mark, else UTF-8 if the file decodes as that, else Windows-1252.
 */
public final class PlainTextReader {
    private static final Pattern WORD = Pattern.compile("\\S+");
    private static final int TAB_WIDTH = 8;

    private PlainTextReader() {}

    /** @throws IOException if the file can't be read at all */
    public static Reading read(Path file) throws IOException {
        String[] pageTexts = decode(Files.readAllBytes(file)).split("\f", -1);
        List<Page> pages = new ArrayList<>();
        for (String pageText : pageTexts) {
            boolean emptyAfterLastFormFeed = pages.size() == pageTexts.length - 1 && pageText.isBlank();
            if (pages.isEmpty() || !emptyAfterLastFormFeed) {
                pages.add(page(pages.size() + 1, pageText));
            }
        }
        return new Reading.Read(new DocumentText(pages));
    }

    private static Page page(int number, String text) {
        List<Word> words = new ArrayList<>();
        String[] lines = text.split("\\R", -1);
        int widest = 0;
        for (int row = 0; row < lines.length; row++) {
            String line = withoutTabs(lines[row]);
            widest = Math.max(widest, line.length());
            Matcher matcher = WORD.matcher(line);
            while (matcher.find()) {
                Box box = new Box(matcher.start(), row, matcher.end() - matcher.start(), 1);
                words.add(Word.certain(matcher.group(), box));
            }
        }
        return Page.ofWords(number, widest, lines.length, Page.Unit.CHARACTER, words);
    }

    private static String withoutTabs(String line) {
        if (line.indexOf('\t') < 0) {
            return line;
        }
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < line.length(); i++) {
            if (line.charAt(i) == '\t') {
                out.append(" ".repeat(TAB_WIDTH - out.length() % TAB_WIDTH));
            } else {
                out.append(line.charAt(i));
            }
        }
        return out.toString();
    }

    private static String decode(byte[] bytes) {
        if (startsWith(bytes, 0xff, 0xfe)) {
            return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16LE);
        }
        if (startsWith(bytes, 0xfe, 0xff)) {
            return new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16BE);
        }
        int mark = startsWith(bytes, 0xef, 0xbb, 0xbf) ? 3 : 0;
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes, mark, bytes.length - mark))
                    .toString();
        } catch (CharacterCodingException notUtf8) {
            return new String(bytes, Charset.forName("windows-1252"));
        }
    }

    private static boolean startsWith(byte[] bytes, int... mark) {
        if (bytes.length < mark.length) {
            return false;
        }
        for (int i = 0; i < mark.length; i++) {
            if ((bytes[i] & 0xff) != mark[i]) {
                return false;
            }
        }
        return true;
    }
}
