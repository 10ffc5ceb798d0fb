package lectomen.engine.webcall;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class MultipartFormTest {
    @Test
    void valuesAndTheFileHaveAPartEach() {
        MultipartForm form = MultipartForm.of(
                "b0undary",
                Map.of("vessel", "Grey Heron – 2"),
                Optional.of(new MultipartForm.FileHead("permit.pdf", "application/pdf")));
        assertThat(form.type()).isEqualTo("multipart/form-data; boundary=b0undary");
        assertThat(new String(form.head(), StandardCharsets.UTF_8) + "BYTES"
                        + new String(form.tail(), StandardCharsets.UTF_8))
                .isEqualTo(String.join(
                        "\r\n",
                        "--b0undary",
                        "Content-Disposition: form-data; name=\"vessel\"",
                        "Content-Type: text/plain; charset=utf-8",
                        "",
                        "Grey Heron – 2",
                        "--b0undary",
                        "Content-Disposition: form-data; name=\"document\"; filename=\"permit.pdf\"",
                        "Content-Type: application/pdf",
                        "",
                        "BYTES",
                        "--b0undary--",
                        ""));
    }

    @Test
    void nothingInANameEndsItsHeader() {
        MultipartForm form = MultipartForm.of(
                "b",
                Map.of("a\"; filename=\"x\r\nX-Evil: yes", "v"),
                Optional.of(new MultipartForm.FileHead("p\r\n\r\n--b--\".pdf", "application/pdf")));
        assertThat(new String(form.head(), StandardCharsets.UTF_8).lines().filter(line -> !line.isEmpty()))
                .containsExactly(
                        "--b",
                        "Content-Disposition: form-data; name=\"a%22; filename=%22x%0D%0AX-Evil: yes\"",
                        "Content-Type: text/plain; charset=utf-8",
                        "v",
                        "--b",
                        "Content-Disposition: form-data; name=\"document\"; filename=\"p%0D%0A%0D%0A--b--%22.pdf\"",
                        "Content-Type: application/pdf");
    }

    @Test
    void withoutAFileThereAreTheValuesAlone() {
        MultipartForm form = MultipartForm.of("b", Map.of("n", "v"), Optional.empty());
        assertThat(new String(form.head(), StandardCharsets.UTF_8)).endsWith("\r\nv\r\n");
        assertThat(new String(form.tail(), StandardCharsets.UTF_8)).isEqualTo("--b--\r\n");
    }
}
