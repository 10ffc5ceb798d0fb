package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class LineImageTest {
    /** The trainer is held to the same table. */
    @TestFactory
    Stream<DynamicTest> contrastIsAsInTraining() throws Exception {
        JsonNode table;
        try (InputStream in = Objects.requireNonNull(LineImageTest.class.getResourceAsStream("contrast.json"))) {
            table = JsonMapper.builder().build().readTree(in.readAllBytes());
        }
        return table.valueStream()
                .map(row -> DynamicTest.dynamicTest(row.get("name").asString(), () -> {
                    byte[] grey = bytes(row.get("grey"));
                    assertThat(LineImage.contrast(grey, grey.length / LineNet.HEIGHT))
                            .isEqualTo(bytes(row.get("ink")));
                }));
    }

    private static byte[] bytes(JsonNode list) {
        byte[] bytes = new byte[list.size()];
        for (int i = 0; i < bytes.length; i++) {
            bytes[i] = (byte) list.get(i).asInt();
        }
        return bytes;
    }
}
