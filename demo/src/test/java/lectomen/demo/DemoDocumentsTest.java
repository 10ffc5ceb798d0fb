package lectomen.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import lectomen.engine.identify.FileType;
import org.junit.jupiter.api.Test;

class DemoDocumentsTest {
    @Test
    void theDocumentsAreTheSameEachTimeToTheByte() throws IOException {
        List<DemoDocument> one = DemoDocuments.all();
        List<DemoDocument> other = DemoDocuments.all();
        for (int i = 0; i < one.size(); i++) {
            if (!one.get(i).name().equals("locked.pdf")) { // encryption draws a new key each time
                assertThat(other.get(i).bytes())
                        .as(one.get(i).name())
                        .isEqualTo(one.get(i).bytes());
            }
        }
    }

    @Test
    void theScenarioHasWhatItPromises() throws IOException {
        List<DemoDocument> documents = DemoDocuments.all();
        assertThat(documents).hasSizeGreaterThanOrEqualTo(15);
        assertThat(documents.stream().filter(DemoDocument::isDropped))
                .extracting(DemoDocument::name)
                .doesNotHaveDuplicates();
        assertThat(documents).extracting(DemoDocument::how).contains(DemoDocument.How.values());
        assertThat(documents)
                .extracting(DemoDocument::reason)
                .contains("pdf.truncated", "pdf.password", "file.empty", "field.missing", "rule.none-wants");
        assertThat(documents)
                .extracting(document -> FileType.of(document.bytes()))
                .contains(FileType.PDF, FileType.TEXT, FileType.PNG, FileType.EMPTY);
    }
}
