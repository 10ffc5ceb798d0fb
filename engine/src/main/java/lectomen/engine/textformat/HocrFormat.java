package lectomen.engine.textformat;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** HTML by the open specification hOCR 1.2. Boxes are in points of a picture of 300 dots per inch. */
final class HocrFormat {
    private static final double DOTS = 300;
    private static final double POINTS_PER_INCH = 72;

    private final Markup html;

    HocrFormat(OutputStream out) throws IOException {
        this.html = new Markup(out);
    }

    void write(DocumentText text, String name) throws IOException {
        html.doctype("<!DOCTYPE html>")
                .element(
                        "html",
                        () -> {
                            html.element("head", () -> head(name));
                            html.element("body", () -> {
                                for (Page page : text.pages()) {
                                    page(page, name);
                                }
                            });
                        },
                        "xmlns",
                        "http://www.w3.org/1999/xhtml");
        html.end();
    }

    private void head(String name) throws IOException {
        html.element("title", () -> html.text(name))
                .element("meta", () -> {}, "http-equiv", "Content-Type", "content", "text/html; charset=utf-8")
                .element("meta", () -> {}, "name", "ocr-system", "content", "lectomen")
                .element(
                        "meta",
                        () -> {},
                        "name",
                        "ocr-capabilities",
                        "content",
                        "ocr_page ocr_carea ocr_line ocrx_word ocrp_wconf");
    }

    private void page(Page page, String name) throws IOException {
        String title = "image \"" + name.replace("\"", "'") + "\"; bbox 0 0 " + dots(page, page.widthAsItCame()) + " "
                + dots(page, page.heightAsItCame()) + "; scan_res 300 300; ppageno " + (page.number() - 1);
        html.element(
                "div",
                () -> {
                    for (List<Line> block : page.blocks()) {
                        html.element(
                                "div",
                                () -> {
                                    for (Line line : block) {
                                        line(line, page);
                                    }
                                },
                                "class",
                                "ocr_carea",
                                "title",
                                box(page, Box.around(block, Line::box)));
                    }
                },
                "class",
                "ocr_page",
                "id",
                "page_" + page.number(),
                "title",
                title);
    }

    private void line(Line line, Page page) throws IOException {
        html.element(
                "span",
                () -> {
                    for (Word word : line.words()) {
                        word(word, page);
                    }
                },
                "class",
                "ocr_line",
                "title",
                box(page, line.box()) + turned(page));
    }

    private void word(Word word, Page page) throws IOException {
        String signs = word.doubts().signs().stream().map(HocrFormat::percent).collect(Collectors.joining(" "));
        String title = box(page, word.box()) + "; x_wconf " + percent(word.confidence())
                + (signs.isEmpty() ? "" : "; x_confs " + signs);
        html.element("span", () -> html.text(word.text()), "class", "ocrx_word", "title", title);
    }

    /** hOCR gives rotation counterclockwise. */
    private static String turned(Page page) {
        return page.turned() == 0 ? "" : "; textangle " + String.format(Locale.ROOT, "%.1f", 360 - page.turned());
    }

    private static String percent(double confidence) {
        return Long.toString(Math.round(confidence * 100));
    }

    private static String box(Page page, Box level) {
        Box box = page.asItCame(level);
        return "bbox " + dots(page, box.left()) + " " + dots(page, box.top()) + " " + dots(page, box.right()) + " "
                + dots(page, box.bottom());
    }

    private static long dots(Page page, double length) {
        return Math.max(0, Math.round(page.unit() == Page.Unit.POINT ? length * DOTS / POINTS_PER_INCH : length));
    }
}
