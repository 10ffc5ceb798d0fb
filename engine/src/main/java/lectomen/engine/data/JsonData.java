package lectomen.engine.data;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonPointer;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.cfg.JsonNodeFeature;
import tools.jackson.databind.json.JsonMapper;

/** JSON data, queried with JSON Pointers. A list gives each of its values. */
final class JsonData implements DataFile {
    /** Numbers keep the digits that they are written with: 4.20 stays 4.20. */
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .disable(JsonNodeFeature.STRIP_TRAILING_BIGDECIMAL_ZEROES)
            .build();

    private final JsonNode root;

    private JsonData(JsonNode root) {
        this.root = root;
    }

    static Reading read(byte[] bytes) {
        try {
            JsonNode root = JSON.readTree(bytes);
            return root.isMissingNode()
                    ? DataFile.bad(DataFormat.JSON, "it is empty")
                    : new Reading.Good(new JsonData(root));
        } catch (JacksonException e) {
            var at = e.getLocation();
            String place = at == null ? "" : "line " + at.getLineNr() + ", column " + at.getColumnNr() + ": ";
            return DataFile.bad(DataFormat.JSON, place + String.valueOf(e.getOriginalMessage()));
        }
    }

    @Override
    public Answer ask(String expression, About about) {
        Optional<String> problem = findProblem(expression);
        if (problem.isPresent()) {
            return DataFile.wrong(expression, problem.get());
        }
        String filled = Stream.of(expression.strip().split("/", -1))
                .map(level -> level.startsWith("$")
                        ? about.find(level.substring(1)).map(JsonData::escaped).orElse(level)
                        : level)
                .collect(Collectors.joining("/"));
        JsonPointer pointer = JsonPointer.compile(filled);
        List<DataValue> hits = new ArrayList<>();
        gather(root.at(pointer), pointer.toString(), hits);
        return new Answer.Hits(hits);
    }

    static Optional<String> findProblem(String expression) {
        try {
            JsonPointer.compile(expression.strip());
            return Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.of("a JSON Pointer starts with a slash: /notice/number");
        }
    }

    private static String escaped(String level) {
        return level.replace("~", "~0").replace("/", "~1");
    }

    private static String text(JsonNode node) {
        if (node.isNumber()) {
            return node.decimalValue().toPlainString();
        }
        return node.isObject() ? node.toString() : node.asString();
    }

    private static void gather(JsonNode node, String where, List<DataValue> hits) {
        if (hits.size() == MOST_HITS || node.isMissingNode() || node.isNull()) {
            return;
        }
        if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                gather(node.get(i), where + "/" + i, hits);
            }
        } else {
            hits.add(new DataValue(text(node), where));
        }
    }
}
