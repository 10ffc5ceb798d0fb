package lectomen.engine.office.plain;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Leading;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Properties;
import lectomen.engine.flow.Section;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.plaintext.PlainText;
import lectomen.engine.reason.Reason;

/**
 * Lays plain text out as printers do: each line as it is, in a fixed-width font, on A4. Text with longer lines is set smaller,
 * until 120 characters fit; lines that are longer still are text that nobody broke, and are broken at blanks. A form feed starts a
 * page, a tab leads to the next eighth column.
 */
public final class PlainFlowReader {
    private static final double WIDTH = 595.28;
    private static final double HEIGHT = 841.89;
    private static final double MARGIN = 56.7;
    private static final double USUAL_SIZE = 10;

    /** Of its size, in the font that it is set in. */
    private static final double SIGN_WIDTH = 0.6001;

    private static final double LINE_HEIGHT = 1.2;
    private static final int LONGEST_LINE = 120;
    private static final int TAB = 8;
    private static final int MOST_LINES = 1_000_000;

    private PlainFlowReader() {}

    /** @throws IOException if the file's bytes can't be had */
    public static FlowReadResult read(Path file) throws IOException {
        String text = PlainText.read(file);
        if (text.isBlank()) {
            return new FlowReadResult.Unreadable(Reason.of("office.no-text"));
        }
        String[] lines = text.split("\r\n|\r|\n", -1);
        if (lines.length > MOST_LINES) {
            return new FlowReadResult.Unreadable(Reason.of("office.too-large", "what", "lines", "most", "1,000,000"));
        }
        int end = lines.length;
        while (end > 0 && lines[end - 1].isEmpty()) {
            end--;
        }
        double size = size(lines);
        Formatting letters =
                Formatting.NONE.with(FormatProperty.FONT, "Liberation Mono").with(FormatProperty.SIZE, size);
        Formatting look = letters.with(FormatProperty.LEADING, new Leading(Leading.Kind.EXACTLY, size * LINE_HEIGHT));
        List<Block> blocks = new ArrayList<>();
        for (int i = 0; i < end; i++) {
            blocks.addAll(paragraphs(lines[i], letters, look));
        }
        Section.Paper paper =
                new Section.Paper(WIDTH, HEIGHT, MARGIN, MARGIN, MARGIN, MARGIN, MARGIN / 2, MARGIN / 2, Edges.NONE);
        Section section = Section.ofOneColumn(paper, blocks);
        return new FlowReadResult.Read(new FlowDocument(
                Properties.NONE, FlowDocument.Settings.USUAL, List.of(section), new ContentInventory()));
    }

    private static double size(String[] lines) {
        int longest = 1;
        for (String line : lines) {
            int length = withoutTabs(line).length();
            longest = length <= LONGEST_LINE ? Math.max(longest, length) : longest;
        }
        double fits = (WIDTH - 2 * MARGIN) / (longest * SIGN_WIDTH);
        return Math.min(USUAL_SIZE, Math.floor(fits * 20) / 20);
    }

    /** One for a line; one more for each form feed in it. */
    private static List<Paragraph> paragraphs(String line, Formatting letters, Formatting look) {
        List<Paragraph> paragraphs = new ArrayList<>();
        String[] parts = line.split("\f", -1);
        for (int i = 0; i < parts.length; i++) {
            boolean feedOnly = i == 0 && parts.length > 1 && parts[0].isEmpty();
            if (feedOnly) {
                continue;
            }
            String text = withoutTabs(parts[i]);
            Formatting own = i > 0 ? look.with(FormatProperty.NEW_PAGE, true) : look;
            List<Inline> inlines = text.isEmpty() ? List.of() : List.of(new Inline.Text(text, letters, ""));
            paragraphs.add(new Paragraph("", own, letters, Optional.empty(), inlines));
        }
        return paragraphs;
    }

    private static String withoutTabs(String line) {
        return line.indexOf('\t') < 0 ? line : PlainText.withoutTabs(line, TAB);
    }
}
