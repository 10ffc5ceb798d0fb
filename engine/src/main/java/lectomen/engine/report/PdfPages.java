package lectomen.engine.report;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Properties;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;
import lectomen.engine.font.FontBook;
import lectomen.engine.pdf.typeset.TypesetPdf;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.typeset.Typesetter;

/** Puts titles, texts and tables on A4 pages of a PDF that can be archived (PDF/A-2u). */
public final class PdfPages {
    private static final double WIDTH = 595.28;
    private static final double HEIGHT = 841.89;
    private static final double MARGIN = 56.7;
    private static final double NUMBER_WIDTH = 52;
    private static final int LINE = 0xB8BEC4;
    private static final Edge RULE = new Edge(Edge.Stroke.SOLID, 0.5, LINE, 0);
    private static final FlowObject.Inside CELL = new FlowObject.Inside(3, 4, 3, 0, Section.VerticalAlign.TOP);

    private static final Formatting BODY =
            Formatting.NONE.with(FormatProperty.FONT, "Liberation Sans").with(FormatProperty.SIZE, 8.5);
    private static final Formatting HEAD = BODY.with(FormatProperty.BOLD, true);
    private static final Formatting TITLE = HEAD.with(FormatProperty.SIZE, 16.0);

    private final List<Block> blocks = new ArrayList<>();

    public PdfPages title(String text) {
        blocks.add(paragraph(
                text, TITLE, Formatting.NONE.with(FormatProperty.HEADING, 1).with(FormatProperty.AFTER, 8.0)));
        return this;
    }

    public PdfPages heading(String text) {
        blocks.add(paragraph(
                text,
                HEAD,
                Formatting.NONE
                        .with(FormatProperty.HEADING, 2)
                        .with(FormatProperty.BEFORE, 18.0)
                        .with(FormatProperty.AFTER, 4.0)
                        .with(FormatProperty.WITH_NEXT, true)));
        return this;
    }

    /** @param after the room behind it, in points */
    public PdfPages text(String text, double after) {
        blocks.add(paragraph(text, BODY, Formatting.NONE.with(FormatProperty.AFTER, after)));
        return this;
    }

    /** A name in the first column, numbers in the others. @param hasSum whether its last row sums up the others */
    public PdfPages numbers(List<String> heads, List<List<String>> rows, boolean hasSum) {
        int numbers = heads.size() - 1;
        List<Double> widths = new ArrayList<>(List.of(WIDTH - 2 * MARGIN - numbers * NUMBER_WIDTH));
        widths.addAll(Collections.nCopies(numbers, NUMBER_WIDTH));
        blocks.add(table(widths, heads, rows, hasSum, true));
        return this;
    }

    /** Texts in columns. @param shares of the width, one for each column */
    public PdfPages texts(List<Double> shares, List<String> heads, List<List<String>> rows) {
        double all = shares.stream().mapToDouble(Double::doubleValue).sum();
        List<Double> widths =
                shares.stream().map(share -> share / all * (WIDTH - 2 * MARGIN)).toList();
        blocks.add(table(widths, heads, rows, false, false));
        return this;
    }

    /** @throws IOException if it can't be written */
    public void write(String title, String subject, Locale locale, Instant now, OutputStream out) throws IOException {
        FlowDocument document = new FlowDocument(
                Properties.NONE, FlowDocument.Settings.USUAL, List.of(section(blocks)), new ContentInventory());
        DocumentDetails details = new DocumentDetails(
                title,
                "Lectomen",
                subject,
                List.of(),
                locale.getLanguage().isEmpty() ? "en" : locale.toLanguageTag(),
                now);
        TypesetPdf.write(Typesetter.set(document, FontBook.shipped()), details, PdfTarget.PDF_A_2U, out);
    }

    private static Section section(List<Block> blocks) {
        Section.Paper paper =
                new Section.Paper(WIDTH, HEIGHT, MARGIN, MARGIN, MARGIN, MARGIN, MARGIN / 2, MARGIN / 2, Edges.NONE);
        return Section.ofOneColumn(paper, blocks);
    }

    private static Paragraph paragraph(String text, Formatting letters, Formatting look) {
        return new Paragraph("", look, letters, Optional.empty(), List.of(new Inline.Text(text, letters, "")));
    }

    private static Table table(
            List<Double> widths, List<String> heads, List<List<String>> rows, boolean hasSum, boolean ofNumbers) {
        List<Table.Row> set = new ArrayList<>();
        set.add(row(heads, HEAD, true, ofNumbers));
        for (int i = 0; i < rows.size(); i++) {
            boolean isSum = hasSum && i == rows.size() - 1;
            set.add(row(rows.get(i), isSum ? HEAD : BODY, false, ofNumbers));
        }
        return new Table(widths, OptionalDouble.empty(), false, FormatProperty.Align.START, 0, set, false);
    }

    private static Table.Row row(List<String> cells, Formatting letters, boolean isHead, boolean ofNumbers) {
        List<Table.Cell> row = new ArrayList<>();
        Edges edges = new Edges(Edge.NONE, Edge.NONE, RULE, Edge.NONE, Edge.NONE);
        for (int i = 0; i < cells.size(); i++) {
            Formatting look = i == 0 || !ofNumbers
                    ? Formatting.NONE
                    : Formatting.NONE.with(FormatProperty.ALIGN, FormatProperty.Align.END);
            row.add(new Table.Cell(
                    i,
                    1,
                    1,
                    edges,
                    OptionalInt.empty(),
                    CELL,
                    false,
                    0,
                    List.of(paragraph(cells.get(i), letters, look))));
        }
        return new Table.Row(row, OptionalDouble.empty(), false, isHead, true);
    }
}
