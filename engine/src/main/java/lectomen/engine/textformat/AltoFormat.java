package lectomen.engine.textformat;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** XML in the open schema ALTO, version 4. Places are in 1/1200 inch. */
final class AltoFormat {
    private static final String SPACE = "http://www.loc.gov/standards/alto/ns-v4#";
    private static final double UNITS = 1_200.0 / 72;

    private final Markup xml;
    private int number;

    AltoFormat(OutputStream out) throws IOException {
        this.xml = new Markup(out);
    }

    void write(DocumentText text, String name) throws IOException {
        xml.element(
                "alto",
                () -> {
                    xml.element("Description", () -> description(name));
                    xml.element("Layout", () -> {
                        for (Page page : text.pages()) {
                            page(page);
                        }
                    });
                },
                "xmlns",
                SPACE);
        xml.end();
    }

    private void description(String name) throws IOException {
        xml.element("MeasurementUnit", () -> xml.text("inch1200"))
                .element("sourceImageInformation", () -> xml.element("fileName", () -> xml.text(name)))
                .element(
                        "Processing",
                        () -> xml.element(
                                "processingSoftware", () -> xml.element("softwareName", () -> xml.text("lectomen"))),
                        "ID",
                        "reading");
    }

    private void page(Page page) throws IOException {
        xml.element(
                "Page",
                () -> xml.element(
                        "PrintSpace",
                        () -> {
                            for (List<Line> block : page.blocks()) {
                                xml.element(
                                        "TextBlock",
                                        () -> {
                                            for (Line line : block) {
                                                line(line, page);
                                            }
                                        },
                                        place(page, Box.around(block, Line::box), blockWords(page)));
                            }
                        },
                        place(page, new Box(0, 0, page.width(), page.height()))),
                "ID",
                "page_" + page.number(),
                "PHYSICAL_IMG_NR",
                Integer.toString(page.number()),
                "WIDTH",
                units(page, page.widthAsItCame()),
                "HEIGHT",
                units(page, page.heightAsItCame()),
                "PC",
                share(page.confidence()));
    }

    /** ALTO gives rotation counterclockwise. */
    private String[] blockWords(Page page) {
        return page.turned() == 0
                ? new String[] {"ID", next("block")}
                : new String[] {"ID", next("block"), "ROTATION", String.format(Locale.ROOT, "%.1f", 360 - page.turned())
                };
    }

    private void line(Line line, Page page) throws IOException {
        xml.element(
                "TextLine",
                () -> {
                    for (int i = 0; i < line.words().size(); i++) {
                        if (i > 0) {
                            xml.element("SP", () -> {});
                        }
                        word(line.words().get(i), page);
                    }
                },
                place(page, line.box(), "ID", next("line")));
    }

    private void word(Word word, Page page) throws IOException {
        String signs = word.doubts().signs().stream()
                .map(sure -> Long.toString(Math.round((1 - sure) * 9)))
                .collect(Collectors.joining(" "));
        String[] said = signs.isEmpty()
                ? new String[] {"ID", next("word"), "CONTENT", word.text(), "WC", share(word.confidence())}
                : new String[] {"ID", next("word"), "CONTENT", word.text(), "WC", share(word.confidence()), "CC", signs
                };
        xml.element(
                "String",
                () -> {
                    for (Word.Other other : word.doubts().others()) {
                        xml.element("ALTERNATIVE", () -> xml.text(other.text()));
                    }
                },
                place(page, word.box(), said));
    }

    private String next(String kind) {
        number++;
        return kind + "_" + number;
    }

    private static String share(double confidence) {
        return String.format(Locale.ROOT, "%.3f", Math.max(0, Math.min(1, confidence)));
    }

    private static String[] place(Page page, Box level, String... before) {
        Box box = page.asItCame(level);
        String[] all = Arrays.copyOf(before, before.length + 8);
        String[] own = {
            "HPOS", units(page, box.left()),
            "VPOS", units(page, box.top()),
            "WIDTH", units(page, box.width()),
            "HEIGHT", units(page, box.height())
        };
        System.arraycopy(own, 0, all, before.length, own.length);
        return all;
    }

    private static String units(Page page, double length) {
        return Long.toString(Math.max(0, Math.round(page.unit() == Page.Unit.POINT ? length * UNITS : length)));
    }
}
