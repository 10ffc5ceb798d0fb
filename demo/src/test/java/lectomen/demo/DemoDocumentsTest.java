package lectomen.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import lectomen.engine.identify.FileType;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

class DemoDocumentsTest {
    private static List<DemoDocument> documents;

    @BeforeAll
    static void make() throws IOException {
        documents = DemoDocuments.all();
    }

    @Test
    void theDocumentsAreTheSameEachTimeToTheByte() throws IOException {
        List<DemoDocument> again = DemoDocuments.all();
        for (int i = 0; i < documents.size(); i++) {
            if (!documents.get(i).name().equals("locked.pdf")) { // encryption draws a new key each time
                assertThat(again.get(i).bytes())
                        .as(documents.get(i).name())
                        .isEqualTo(documents.get(i).bytes());
            }
        }
    }

    @Test
    void theScenarioHasWhatItPromises() {
        assertThat(documents).hasSizeGreaterThanOrEqualTo(15);
        assertThat(documents.stream().filter(DemoDocument::isDropped))
                .extracting(DemoDocument::name)
                .doesNotHaveDuplicates();
        assertThat(documents).extracting(DemoDocument::how).contains(DemoDocument.How.values());
        assertThat(documents)
                .extracting(DemoDocument::reason)
                .contains("pdf.truncated", "pdf.password", "file.empty", "field.missing", "rule.none-matches");
        assertThat(documents)
                .extracting(document -> FileType.of(document.bytes()))
                .contains(FileType.PDF, FileType.TEXT, FileType.PNG, FileType.EMPTY);
    }
}
