package lectomen.engine.pdf.typeset;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.FlowReader;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.typeset.Typesetter;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a program finds in a PDF that was laid out here: its structure, its outline, its links and its fonts. */
class TypesetPdfTest {
    private static final String BEFORE =
            "{\\rtf1\\ansi\\deflang2057{\\fonttbl{\\f0\\froman Liberation Serif;}}{\\stylesheet{\\s1 heading 1;}{\\s2 heading 2;}}\\f0 ";

    @TempDir
    private Path folder;

    private byte[] written(String text) throws IOException {
        Path file = folder.resolve("document.rtf");
        Files.write(file, (BEFORE + text + "}").getBytes(StandardCharsets.ISO_8859_1));
        FlowDocument document =
                ((FlowReadResult.Read) FlowReader.read(file, FileType.RTF, FlowOptions.USUAL)).document();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        DocumentDetails details = new DocumentDetails(
                "Berths", "Ivo Marl", "", List.of(), "en-GB", Instant.parse("2027-03-01T10:00:00Z"));
        TypesetPdf.write(Typesetter.set(document, FontBook.shipped()), details, PdfTarget.PDF_A_2A, out);
        return out.toByteArray();
    }

    private static String roles(PDStructureNode node) {
        StringBuilder out = new StringBuilder();
        for (Object kid : node.getKids()) {
            if (kid instanceof PDStructureElement element) {
                String inside = roles(element);
                out.append(out.isEmpty() ? "" : " ").append(element.getStructureType());
                out.append(inside.isEmpty() ? "" : "(" + inside + ")");
            }
        }
        return out.toString();
    }

    private String structure(String text) throws IOException {
        try (PDDocument pdf = Loader.loadPDF(written(text))) {
            return roles(Objects.requireNonNull(pdf.getDocumentCatalog().getStructureTreeRoot()));
        }
    }

    @Test
    void headingsAndParagraphsStandInTheirOrder() throws IOException {
        assertThat(structure("\\pard\\s1 Berths\\par\\pard Text\\par\\par\\pard\\s2 Depths\\par"))
                .isEqualTo("Document(H1 P H2)");
    }

    @Test
    void itemsOfAListHaveTheirLabelsAndListsLieInItems() throws IOException {
        String tables = "{\\*\\listtable{\\list{\\listlevel\\levelnfc0{\\leveltext\\'01\\'00;}}"
                + "{\\listlevel\\levelnfc4{\\leveltext\\'01\\'01;}}\\listid1}}{\\*\\listoverridetable{\\listoverride\\listid1\\ls1}}";
        assertThat(structure(tables + "\\pard\\ls1 a\\par\\ilvl1 b\\par\\ilvl0 c\\par\\pard d\\par"))
                .isEqualTo("Document(L(LI(Lbl LBody(P L(LI(Lbl LBody(P))))) LI(Lbl LBody(P))) P)");
    }

    @Test
    void aTableTellsItsRowsAndWhichCellsAreHeads() throws IOException {
        assertThat(structure("\\trowd\\trhdr\\cellx1000\\cellx2000\\pard\\intbl a\\cell b\\cell\\row"
                        + "\\trowd\\cellx1000\\cellx2000\\pard\\intbl c\\cell d\\cell\\row\\pard e\\par"))
                .isEqualTo("Document(Table(TR(TH(P) TH(P)) TR(TD(P) TD(P))) P)");
    }

    @Test
    void notesAndLinksAreParts() throws IOException {
        assertThat(structure("\\pard a{\\footnote{\\chftn} low} "
                        + "{\\field{\\*\\fldinst HYPERLINK \"https://marrowick.example\"}{\\fldrslt b}}\\par"))
                .contains("Note(P")
                .contains("Link");
    }

    @Test
    void runningHeadsAreNoPartOfIt() throws IOException {
        assertThat(structure("{\\header\\pard Head\\par}\\pard Text\\par")).isEqualTo("Document(P)");
    }

    @Test
    void itSaysItsLanguageAndThatItIsTagged() throws IOException {
        try (PDDocument pdf = Loader.loadPDF(written("\\pard Text\\par"))) {
            assertThat(pdf.getDocumentCatalog().getLanguage()).isEqualTo("en-GB");
            assertThat(Objects.requireNonNull(pdf.getDocumentCatalog().getMarkInfo())
                            .isMarked())
                    .isTrue();
            assertThat(pdf.getDocumentInformation().getTitle()).isEqualTo("Berths");
        }
    }

    private static List<String> titles(PDOutlineNode node) {
        List<String> titles = new ArrayList<>();
        for (PDOutlineItem item : node.children()) {
            List<String> inside = titles(item);
            titles.add(item.getTitle() + (inside.isEmpty() ? "" : " " + inside));
        }
        return titles;
    }

    @Test
    void headingsMakeAnOutline() throws IOException {
        try (PDDocument pdf = Loader.loadPDF(
                written("\\pard\\s1 One\\par\\pard\\s2 Inside\\par\\pard\\s2 Too\\par\\pard\\s1 Two\\par"))) {
            assertThat(titles(Objects.requireNonNull(pdf.getDocumentCatalog().getDocumentOutline())))
                    .containsExactly("One [Inside, Too]", "Two");
        }
    }

    @Test
    void anOutlineThatBeginsDeepBeginsThere() throws IOException {
        try (PDDocument pdf = Loader.loadPDF(written("\\pard\\s2 Inside\\par\\pard\\s1 One\\par"))) {
            assertThat(titles(Objects.requireNonNull(pdf.getDocumentCatalog().getDocumentOutline())))
                    .containsExactly("Inside", "One");
        }
    }

    @Test
    void linksLeadOutAndToPlaces() throws IOException {
        String text = "\\pard{\\field{\\*\\fldinst HYPERLINK \"https://marrowick.example/a\"}{\\fldrslt out}}\\par"
                + "\\pard{\\field{\\*\\fldinst HYPERLINK \\\\l \"quay\"}{\\fldrslt there}}\\par"
                + "\\page\\pard{\\*\\bkmkstart quay}Quay{\\*\\bkmkend quay}\\par";
        try (PDDocument pdf = Loader.loadPDF(written(text))) {
            List<PDAnnotation> links = pdf.getPage(0).getAnnotations();
            assertThat(links).hasSize(2).allMatch(PDAnnotationLink.class::isInstance);
            PDActionURI out = (PDActionURI) ((PDAnnotationLink) links.get(0)).getAction();
            assertThat(out.getURI()).isEqualTo("https://marrowick.example/a");
            COSDictionary inside = links.get(1).getCOSObject();
            assertThat(inside.containsKey(COSName.DEST) || inside.containsKey(COSName.A))
                    .isTrue();
            assertThat(links).allMatch(link -> link.getRectangle().getWidth() > 5);
        }
    }

    /** The whole font has some 400 kB. */
    @Test
    void onlyTheCharactersThatAreUsedAreEmbedded() throws IOException {
        byte[] bytes = written("\\pard Berth\\par");
        assertThat(bytes.length).isLessThan(40_000);
        try (PDDocument pdf = Loader.loadPDF(bytes)) {
            PDPage page = pdf.getPage(0);
            for (COSName name : page.getResources().getFontNames()) {
                PDFont font = page.getResources().getFont(name);
                assertThat(font.isEmbedded()).isTrue();
                assertThat(font.getName()).matches("[A-Z]{6}\\+.*");
                assertThat(font.getCOSObject().containsKey(COSName.TO_UNICODE)).isTrue();
            }
        }
    }
}
