package lectomen.service.api;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.ServiceForTests;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The description of the interface that the service hands out is the one that its code has. After a change of the interface,
 * {@code mvn test -pl service -Dtest=DescriptionTest -Dlectomen.describe=true} writes it again.
 */
class DescriptionTest {
    private static final Path KEPT = Path.of("src/main/resources/lectomen/service/api/openapi.json");
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(SerializationFeature.INDENT_OUTPUT)
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    @Test
    void theKeptDescriptionIsThatOfTheCode(@TempDir Path temp) throws Exception {
        String described;
        try (ServiceForTests service = ServiceForTests.start(temp)) {
            described = sorted(service.get("/v3/api-docs"));
        }
        if (Boolean.getBoolean("lectomen.describe")) {
            Files.createDirectories(KEPT.getParent());
            Files.writeString(KEPT, described, StandardCharsets.UTF_8);
        }
        assertThat(described).isEqualTo(Files.readString(KEPT, StandardCharsets.UTF_8));
    }

    /** The same text for the same interface, wherever and in whatever order it was made. */
    private static String sorted(String description) {
        Map<String, Object> tree = JSON.readValue(description, TreeMap.class);
        ((Map<?, ?>) tree.get("paths")).keySet().removeIf(path -> !path.toString()
                .startsWith("/api/"));
        tree.put("servers", List.of(Map.of("url", "/")));
        tree.put("info", Map.of("title", "Lectomen", "version", "v1"));
        return JSON.writeValueAsString(tree) + "\n";
    }
}
