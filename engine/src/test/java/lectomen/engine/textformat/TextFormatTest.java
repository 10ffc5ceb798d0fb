package lectomen.engine.textformat;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class TextFormatTest {
    private static final Word BERTH = new Word(
            "Berth",
            new Box(72, 72, 36, 12),
            0.93,
            new Word.Doubts(List.of(1.0, 1.0, 0.93, 1.0, 1.0), List.of(new Word.Other("Berih", 0.05))));
    private static final Word ODD = new Word("<&\u0001\"14>", new Box(112, 72, 30, 12), 0.5);

    private static final DocumentText TEXT =
            new DocumentText(List.of(Page.ofWords(1, 595, 842, Page.Unit.POINT, List.of(BERTH, ODD))));

    private static String written(DocumentText text, TextFormat.Form form) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        TextFormat.write(text, "a \"b\" & c.tif", form, out);
        return out.toString(StandardCharsets.UTF_8);
    }

    private static Document parsed(String xml) throws Exception {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setNamespaceAware(true);
        factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
        return factory.newDocumentBuilder().parse(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void textIsItsLines() throws Exception {
        assertThat(written(TEXT, TextFormat.Form.TEXT)).isEqualTo("Berth <&\u0001\"14>\n");
    }

    @Test
    void jsonHasBoxesAndWhatWordsMayBeInstead() throws Exception {
        JsonNode page = JsonMapper.builder()
                .build()
                .readTree(written(TEXT, TextFormat.Form.JSON))
                .get("pages")
                .get(0);
        JsonNode word = page.get("lines").get(0).get("words").get(0);
        assertThat(word.get("text").asString()).isEqualTo("Berth");
        assertThat(word.get("box").get("left").asDouble()).isEqualTo(72);
        assertThat(word.get("signs").get(2).asDouble()).isEqualTo(0.93);
        assertThat(word.get("others").get(0).get("text").asString()).isEqualTo("Berih");
    }

    @Test
    void hocrNamesElementsAndTheirBoxes() throws Exception {
        Document document = parsed(written(TEXT, TextFormat.Form.HOCR));
        Element word = (Element) document.getElementsByTagNameNS("*", "span").item(1);
        assertThat(word.getAttribute("class")).isEqualTo("ocrx_word");
        assertThat(word.getTextContent()).isEqualTo("Berth");
        assertThat(word.getAttribute("title")).startsWith("bbox 300 300 450 350; x_wconf 93");
    }

    @Test
    void altoHasPlacesConfidenceAndAlternatives() throws Exception {
        Document document = parsed(written(TEXT, TextFormat.Form.ALTO));
        Element word = (Element) document.getElementsByTagNameNS("*", "String").item(0);
        assertThat(word.getAttribute("CONTENT")).isEqualTo("Berth");
        assertThat(word.getAttribute("HPOS")).isEqualTo("1200");
        assertThat(word.getAttribute("WC")).isEqualTo("0.930");
        assertThat(word.getAttribute("CC")).isEqualTo("0 0 1 0 0");
        assertThat(word.getElementsByTagNameNS("*", "ALTERNATIVE").item(0).getTextContent())
                .isEqualTo("Berih");
    }

    @ParameterizedTest
    @EnumSource(TextFormat.Form.class)
    void anEmptyDocumentIsWrittenToo(TextFormat.Form form) throws Exception {
        DocumentText empty = new DocumentText(List.of(Page.ofWords(1, 595, 842, Page.Unit.POINT, List.of())));
        String written = written(empty, form);
        switch (form) {
            case TEXT -> assertThat(written.strip()).isEmpty();
            case ALTO -> assertThat(written).contains("WIDTH=\"9917\" HEIGHT=\"14033\"");
            case HOCR -> assertThat(written).contains("bbox 0 0 2479 3508; scan_res 300 300");
            case JSON -> assertThat(written).contains("\"width\":595").contains("\"height\":842");
        }
    }

    @Test
    void wordBoxesOfASkewedPageAreOnTheOriginalPage() throws Exception {
        Page level = Page.ofWords(1, 600, 800, Page.Unit.POINT, List.of(BERTH));
        Page side = new Page(1, 600, 800, Page.Unit.POINT, level.lines(), -90);
        JsonNode page = JsonMapper.builder()
                .build()
                .readTree(written(new DocumentText(List.of(side)), TextFormat.Form.JSON))
                .get("pages")
                .get(0);
        assertThat(page.get("width").asDouble()).isEqualTo(800);
        assertThat(page.get("turned").asDouble()).isEqualTo(270);
        JsonNode box = page.get("lines").get(0).get("words").get(0).get("box");
        // The middle, (90, 78) of 600 x 800, turned to the left about the middle of the page.
        assertThat(box.get("left").asDouble() + box.get("width").asDouble() / 2).isEqualTo(78);
        assertThat(box.get("top").asDouble() + box.get("height").asDouble() / 2).isEqualTo(510);
        assertThat(box.get("width").asDouble()).isEqualTo(12);
    }

    @ParameterizedTest
    @CsvSource({"-90, 90.0", "90, 270.0", "181.04, 179.0", "-2.5, 2.5", "-720, ''", "359.99, ''"})
    void howTheTextIsTurnedIsSaid(double lean, String angle) throws Exception {
        Page level = Page.ofWords(1, 600, 800, Page.Unit.POINT, List.of(BERTH));
        DocumentText text = new DocumentText(List.of(new Page(1, 600, 800, Page.Unit.POINT, level.lines(), lean)));
        String hocr = written(text, TextFormat.Form.HOCR);
        String alto = written(text, TextFormat.Form.ALTO);
        if (angle.isEmpty()) {
            assertThat(hocr).doesNotContain("textangle");
            assertThat(alto).doesNotContain("ROTATION");
        } else {
            assertThat(hocr).contains("; textangle " + angle + "\"");
            assertThat(alto).contains("ROTATION=\"" + angle + "\"");
        }
    }
}
