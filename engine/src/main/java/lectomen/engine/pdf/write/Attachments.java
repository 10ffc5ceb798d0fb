package lectomen.engine.pdf.write;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Calendar;
import java.util.GregorianCalendar;
import java.util.Map;
import java.util.TimeZone;
import java.util.TreeMap;
import lectomen.engine.identify.FileType;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentNameDictionary;
import org.apache.pdfbox.pdmodel.PDEmbeddedFilesNameTreeNode;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;

/** Files embedded in a PDF, each with its relation to the document (ISO 19005-3, 6.8). */
public final class Attachments {
    /** What a file is to the document. */
    public enum Relation {
        SOURCE("Source"),
        DATA("Data"),
        OTHER("Unspecified");

        private final String name;

        Relation(String name) {
            this.name = name;
        }
    }

    private Attachments() {}

    /** Adds a file beside those that are there. */
    public static void add(PDDocument document, Path file, String name, FileType type, Relation relation)
            throws IOException {
        PDDocumentNameDictionary names = document.getDocumentCatalog().getNames();
        if (names == null) {
            names = new PDDocumentNameDictionary(document.getDocumentCatalog());
        }
        PDEmbeddedFilesNameTreeNode tree = names.getEmbeddedFiles();
        if (tree == null) {
            tree = new PDEmbeddedFilesNameTreeNode();
        }
        Map<String, PDComplexFileSpecification> files = new TreeMap<>();
        if (tree.getNames() != null) {
            files.putAll(tree.getNames());
        }
        PDComplexFileSpecification specification = new PDComplexFileSpecification();
        specification.setFile(name);
        specification.setFileUnicode(name);
        specification.getCOSObject().setName("AFRelationship", relation.name);
        try (InputStream bytes = Files.newInputStream(file)) {
            PDEmbeddedFile embedded = new PDEmbeddedFile(document, bytes, COSName.FLATE_DECODE);
            embedded.setSubtype(type.mediaType());
            embedded.setSize((int) Math.min(Integer.MAX_VALUE, Files.size(file)));
            Calendar modified = new GregorianCalendar(TimeZone.getTimeZone("UTC"));
            modified.setTimeInMillis(Files.getLastModifiedTime(file).toMillis());
            embedded.setModDate(modified);
            specification.setEmbeddedFile(embedded);
            specification.setEmbeddedFileUnicode(embedded);
        }
        files.put(name, specification);
        PDEmbeddedFilesNameTreeNode all = new PDEmbeddedFilesNameTreeNode();
        all.setNames(files);
        names.setEmbeddedFiles(all);
        document.getDocumentCatalog().setNames(names);
        COSName key = COSName.getPDFName("AF");
        COSArray associated = document.getDocumentCatalog().getCOSObject().getCOSArray(key);
        if (associated == null) {
            associated = new COSArray();
            document.getDocumentCatalog().getCOSObject().setItem(key, associated);
        }
        associated.add(specification.getCOSObject());
    }
}
