package lectomen.engine.pdf.typeset;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.typeset.Mark;
import lectomen.engine.typeset.Node;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;

/** A page's content stream (ISO 32000-1, 8 and 9). What belongs to one part of the document stands in one marked sequence. */
final class PageContent {
    /** How far a control point of a quarter circle lies out. */
    private static final double ROUND = 0.5523;

    private final StringBuilder out = new StringBuilder(4096);
    private final double height;
    private final PDResources resources;
    private final PdfFonts fonts;
    private final PdfPictures pictures;
    private final StructureTree.OfPage parts;
    private Optional<Node> open = Optional.empty();
    private int fillColour = 0;
    private int strokeColour = 0;

    PageContent(
            double height, PDResources resources, PdfFonts fonts, PdfPictures pictures, StructureTree.OfPage parts) {
        this.height = height;
        this.resources = resources;
        this.fonts = fonts;
        this.pictures = pictures;
        this.parts = parts;
    }

    void draw(Mark mark) throws IOException {
        begin(mark.node());
        if (mark instanceof Mark.Words words) {
            draw(words);
        } else if (mark instanceof Mark.Counted number) {
            draw(number.words());
        } else if (mark instanceof Mark.Fill fill) {
            fillColour(fill.colour());
            number(fill.left()).number(height - fill.top() - fill.height());
            number(fill.width()).number(fill.height()).text("re f\n");
        } else if (mark instanceof Mark.Line line) {
            draw(line);
        } else if (mark instanceof Mark.Outline outline) {
            draw(outline);
        } else if (mark instanceof Mark.Image image) {
            draw(image);
        }
    }

    void writeTo(OutputStream stream) throws IOException {
        end();
        stream.write(out.toString().getBytes(StandardCharsets.ISO_8859_1));
    }

    private void begin(Node node) {
        if (open.isPresent() && open.get() == node) {
            return;
        }
        end();
        if (node.isOrnament()) {
            text("/Artifact BMC\n");
        } else {
            text("/" + node.kind().word() + " <</MCID " + parts.add(node) + ">> BDC\n");
        }
        open = Optional.of(node);
    }

    private void end() {
        if (open.isPresent()) {
            text("EMC\n");
            open = Optional.empty();
        }
    }

    private void draw(Mark.Words words) throws IOException {
        PdfFonts.Used font = fonts.use(words.font());
        resources.put(COSName.getPDFName(font.name()), font.font());
        boolean says = !words.plain().equals(words.text());
        if (says && words.plain().isEmpty()) {
            says = false;
        }
        if (says) {
            text("/Span <</ActualText <FEFF").hex(words.plain()).text(">>> BDC\n");
        }
        fillColour(words.colour());
        text("BT /" + font.name() + " ").number(words.size()).text("Tf ");
        if (words.stretch() != 1) {
            number(words.stretch() * 100).text("Tz ");
        }
        if (words.spacing() != 0) {
            number(words.spacing()).text("Tc ");
        }
        matrix(words);
        letters(words, font);
        if (words.stretch() != 1) {
            text(" 100 Tz");
        }
        if (words.spacing() != 0) {
            text(" 0 Tc");
        }
        text(" ET\n");
        if (says) {
            text("EMC\n");
        }
    }

    private void matrix(Mark.Words words) {
        switch (words.turn()) {
            case 90 -> text("0 -1 1 0 ");
            case 270 -> text("0 1 -1 0 ");
            default -> text("1 0 0 1 ");
        }
        number(words.left()).number(height - words.baseline()).text("Tm ");
    }

    /** Blanks are widened one by one, by which rounding of the letters' widths is made good too. */
    private void letters(Mark.Words words, PdfFonts.Used font) {
        String letters = words.text();
        text("[<");
        double drift = 0;
        for (int i = 0; i < letters.length(); ) {
            int sign = letters.codePointAt(i);
            hex4(font.code(sign));
            drift += (Math.max(0, words.font().width(sign)) - font.width(sign)) * words.size();
            i += Character.charCount(sign);
            if (sign == ' ' && i < letters.length()) {
                double more = drift + words.widerBlanks() / words.stretch();
                long thousandths = Math.round(-more * 1_000 / words.size());
                if (thousandths != 0) {
                    text("> " + thousandths + " <");
                    drift = 0;
                }
            }
        }
        text(">] TJ");
    }

    private void draw(Mark.Line line) {
        Edge edge = line.edge();
        strokeColour(edge.colour());
        double width = edge.width();
        if (edge.stroke() == Edge.Stroke.DOUBLE) {
            boolean level = line.top() == line.toTop();
            stroke(line, level ? 0 : -width, level ? -width : 0, width, "");
            stroke(line, level ? 0 : width, level ? width : 0, width, "");
            return;
        }
        String dashes =
                switch (edge.stroke()) {
                    case DOTTED -> "[" + plain(width) + " " + plain(width) + "] 0 d ";
                    case DASHED -> "[" + plain(width * 3) + " " + plain(width * 2) + "] 0 d ";
                    default -> "";
                };
        stroke(line, 0, 0, width, dashes);
    }

    private void stroke(Mark.Line line, double right, double down, double width, String dashes) {
        if (!dashes.isEmpty()) {
            text("q ").text(dashes);
        }
        number(width).text("w ");
        number(line.left() + right).number(height - line.top() - down).text("m ");
        number(line.toLeft() + right).number(height - line.toTop() - down).text("l S\n");
        if (!dashes.isEmpty()) {
            text("Q\n");
        }
    }

    private void draw(Mark.Outline outline) {
        FlowObject.Shape shape = outline.shape();
        boolean fills = shape.fill().isPresent() && shape.form() != FlowObject.Shape.Form.LINE;
        boolean strokes = shape.edge().isDrawn();
        text("q ");
        if (fills) {
            colour(shape.fill().getAsInt(), "rg ");
        }
        if (strokes) {
            colour(shape.edge().colour(), "RG ");
            number(shape.edge().width()).text("w ");
            switch (shape.edge().stroke()) {
                case DOTTED -> text("[1 1] 0 d ");
                case DASHED -> text("[4 2] 0 d ");
                default -> {}
            }
        }
        path(shape, outline.left(), height - outline.top() - outline.height(), outline.width(), outline.height());
        text(fills ? strokes ? "B" : "f" : strokes ? "S" : "n").text(" Q\n");
    }

    private void path(FlowObject.Shape shape, double left, double bottom, double width, double high) {
        double right = left + width;
        double top = bottom + high;
        switch (shape.form()) {
            case RECTANGLE ->
                number(left).number(bottom).number(width).number(high).text("re ");
            case LINE -> {
                number(left).number(shape.flipped() ? bottom : top).text("m ");
                number(right).number(shape.flipped() ? top : bottom).text("l ");
            }
            case ELLIPSE -> rounded(left, bottom, right, top, width / 2, high / 2);
            case ROUNDED -> {
                double radius = Math.min(width, high) / 6;
                rounded(left, bottom, right, top, radius, radius);
            }
            case TRIANGLE -> {
                number(left).number(bottom).text("m ");
                number(right).number(bottom).text("l ");
                number((left + right) / 2).number(top).text("l h ");
            }
            case DIAMOND -> {
                number(left).number((bottom + top) / 2).text("m ");
                number((left + right) / 2).number(bottom).text("l ");
                number(right).number((bottom + top) / 2).text("l ");
                number((left + right) / 2).number(top).text("l h ");
            }
        }
    }

    private void rounded(double left, double bottom, double right, double top, double across, double up) {
        double x = across * (1 - ROUND);
        double y = up * (1 - ROUND);
        number(left + across).number(bottom).text("m ");
        number(right - across).number(bottom).text("l ");
        curve(right - x, bottom, right, bottom + y, right, bottom + up);
        number(right).number(top - up).text("l ");
        curve(right, top - y, right - x, top, right - across, top);
        number(left + across).number(top).text("l ");
        curve(left + x, top, left, top - y, left, top - up);
        number(left).number(bottom + up).text("l ");
        curve(left, bottom + y, left + x, bottom, left + across, bottom);
        text("h ");
    }

    private void curve(double... points) {
        for (double point : points) {
            number(point);
        }
        text("c ");
    }

    /** A picture that is cropped is drawn larger behind a window of its size. */
    private void draw(Mark.Image image) throws IOException {
        FlowObject.Picture picture = image.picture();
        Optional<PDImageXObject> stored = pictures.find(picture);
        if (stored.isEmpty()) {
            return;
        }
        COSName name = resources.add(stored.get());
        FlowObject.Crop crop = picture.crop();
        double shownAcross = Math.max(0.01, 1 - crop.left() - crop.right());
        double shownDown = Math.max(0.01, 1 - crop.top() - crop.bottom());
        double wide = picture.width() / shownAcross;
        double high = picture.height() / shownDown;
        double bottom = height - image.top() - picture.height();
        text("q ");
        if (picture.degrees() != 0) {
            double turn = Math.toRadians(-picture.degrees());
            double middleX = image.left() + picture.width() / 2;
            double middleY = bottom + picture.height() / 2;
            number(Math.cos(turn))
                    .number(Math.sin(turn))
                    .number(-Math.sin(turn))
                    .number(Math.cos(turn));
            number(middleX - middleX * Math.cos(turn) + middleY * Math.sin(turn));
            number(middleY - middleX * Math.sin(turn) - middleY * Math.cos(turn))
                    .text("cm ");
        }
        if (!crop.equals(FlowObject.Crop.NONE)) {
            number(image.left())
                    .number(bottom)
                    .number(picture.width())
                    .number(picture.height())
                    .text("re W n ");
        }
        number(wide).text("0 0 ").number(high);
        number(image.left() - crop.left() * wide)
                .number(bottom - crop.bottom() * high)
                .text("cm ");
        text("/" + name.getName() + " Do Q\n");
    }

    private void fillColour(int colour) {
        if (colour != fillColour) {
            colour(colour, "rg\n");
            fillColour = colour;
        }
    }

    private void strokeColour(int colour) {
        if (colour != strokeColour) {
            colour(colour, "RG\n");
            strokeColour = colour;
        }
    }

    private void colour(int colour, String operator) {
        number((colour >> 16 & 0xff) / 255.0)
                .number((colour >> 8 & 0xff) / 255.0)
                .number((colour & 0xff) / 255.0);
        text(operator);
    }

    private PageContent text(String text) {
        out.append(text);
        return this;
    }

    private PageContent number(double value) {
        out.append(plain(value)).append(' ');
        return this;
    }

    /** With three digits at the most. */
    private static String plain(double value) {
        long thousandths = Math.round(value * 1_000);
        if (thousandths % 1_000 == 0) {
            return Long.toString(thousandths / 1_000);
        }
        long positive = Math.abs(thousandths);
        String part = Long.toString(1_000 + positive % 1_000).substring(1);
        int end = part.length();
        while (part.charAt(end - 1) == '0') {
            end--;
        }
        return (thousandths < 0 ? "-" : "") + positive / 1_000 + '.' + part.substring(0, end);
    }

    private void hex4(int code) {
        for (int shift = 12; shift >= 0; shift -= 4) {
            out.append(Character.toUpperCase(Character.forDigit(code >> shift & 0xf, 16)));
        }
    }

    private PageContent hex(String text) {
        for (int i = 0; i < text.length(); i++) {
            hex4(text.charAt(i));
        }
        return this;
    }
}
