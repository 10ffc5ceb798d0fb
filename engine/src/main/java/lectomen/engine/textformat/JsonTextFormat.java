package lectomen.engine.textformat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import tools.jackson.databind.json.JsonMapper;

/** Pages, lines and words. Boxes are in points of 1/72 inch from the top left of the original page; how its text is turned there is said. */
final class JsonTextFormat {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private JsonTextFormat() {}

    static byte[] of(DocumentText text, String name) {
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("document", name);
        all.put("pages", text.pages().stream().map(JsonTextFormat::page).toList());
        return (JSON.writeValueAsString(all) + "\n").getBytes(StandardCharsets.UTF_8);
    }

    private static Map<String, Object> page(Page page) {
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("page", page.number());
        one.put("width", rounded(page.widthAsItCame()));
        one.put("height", rounded(page.heightAsItCame()));
        one.put("unit", page.unit().name().toLowerCase(Locale.ROOT));
        one.put("turned", page.turned());
        one.put("confidence", rounded(page.confidence()));
        List<Object> lines = new ArrayList<>();
        for (List<Line> block : page.blocks()) {
            for (Line line : block) {
                lines.add(Map.of(
                        "words",
                        line.words().stream().map(word -> word(word, page)).toList()));
            }
        }
        one.put("lines", lines);
        return one;
    }

    private static Map<String, Object> word(Word word, Page page) {
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("text", word.text());
        one.put("confidence", rounded(word.confidence()));
        Box box = page.asItCame(word.box());
        one.put(
                "box",
                Map.of(
                        "left", rounded(box.left()),
                        "top", rounded(box.top()),
                        "width", rounded(box.width()),
                        "height", rounded(box.height())));
        if (!word.doubts().signs().isEmpty()) {
            one.put(
                    "signs",
                    word.doubts().signs().stream().map(JsonTextFormat::rounded).toList());
        }
        if (!word.doubts().others().isEmpty()) {
            one.put(
                    "others",
                    word.doubts().others().stream()
                            .map(other -> Map.of("text", other.text(), "confidence", rounded(other.confidence())))
                            .toList());
        }
        return one;
    }

    private static double rounded(double value) {
        return Math.round(value * 1_000) / 1_000.0;
    }
}
