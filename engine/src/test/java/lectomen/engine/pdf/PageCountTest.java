package lectomen.engine.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PageCountTest {
    /** @param different how many page objects there are, which are listed again and again */
    private static byte[] pdf(int listed, int different, int said) {
        List<String> objects = new ArrayList<>();
        StringBuilder kids = new StringBuilder();
        for (int i = 0; i < listed; i++) {
            kids.append(3 + i % Math.max(1, different)).append(" 0 R ");
        }
        objects.add("<</Type/Catalog/Pages 2 0 R>>");
        objects.add("<</Type/Pages/Count " + said + "/Kids[" + kids + "]>>");
        for (int i = 0; i < different; i++) {
            objects.add("<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]>>");
        }
        StringBuilder file = new StringBuilder("%PDF-1.7\n");
        StringBuilder places = new StringBuilder("0000000000 65535 f \n");
        for (int i = 0; i < objects.size(); i++) {
            places.append("%010d 00000 n \n".formatted(file.length()));
            file.append(i + 1).append(" 0 obj").append(objects.get(i)).append("endobj\n");
        }
        int table = file.length();
        file.append("xref\n0 ").append(objects.size() + 1).append('\n').append(places);
        file.append("trailer<</Root 1 0 R/Size ").append(objects.size() + 1).append(">>\n");
        return file.append("startxref\n" + table + "\n%%EOF\n").toString().getBytes(StandardCharsets.US_ASCII);
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, ''",
        "200, 1, 200, ''",
        "201, 1, 201, pdf.repeated-pages",
        "3000, 300, 3000, ''",
        "3001, 300, 3001, pdf.repeated-pages",
        "20000, 20000, 20000, ''",
        "20001, 20001, 20001, pdf.too-many-pages",
        "200000, 1, 200000, pdf.too-many-pages",
        "200000, 1, 1, pdf.too-many-pages",
        "0, 0, 0, pdf.no-pages"
    })
    void pagesAreCountedWhateverTheDocumentSays(int listed, int different, int said, String problem)
            throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf(listed, different, said))) {
            assertThat(PageCount.findProblem(document).map(Reason::code))
                    .isEqualTo(Optional.of(problem).filter(code -> !code.isEmpty()));
        }
    }
}
