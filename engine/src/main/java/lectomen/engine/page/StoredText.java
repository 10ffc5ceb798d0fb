package lectomen.engine.page;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The text of a document as bytes, so that it need not be recognised again: JSON, compressed. */
public final class StoredText {
    private static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private record Form(List<Page> pages, List<Integer> illegible, Map<String, String> properties) {}

    private StoredText() {}

    public static byte[] write(DocumentText text) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(bytes)) {
            out.write(JSON.writeValueAsBytes(new Form(text.pages(), text.illegiblePages(), text.properties())));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    public static DocumentText read(byte[] stored) {
        try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(stored))) {
            Form form = JSON.readValue(in.readAllBytes(), Form.class);
            return new DocumentText(form.pages(), form.illegible(), form.properties());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
