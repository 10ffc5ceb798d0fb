package lectomen.engine.read;

import java.io.IOException;
import java.nio.file.Path;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.PictureTextReader;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.OlderOffice;
import lectomen.engine.page.ReadResult;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.plaintext.PlainTextReader;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;

/** Reads a document's text with the reader for its type. */
public final class DocumentReader {
    private final FontBook fonts;

    /** @param fonts for documents that are laid out, which decide where their words stand */
    public DocumentReader(FontBook fonts) {
        this.fonts = fonts;
    }

    /** One with the fonts that come with the product. */
    public static DocumentReader usual() {
        return new DocumentReader(FontBook.shipped());
    }

    /**
     * The text of the file, or why it has none.
     *
     * @param neededBy what the text is wanted for, for the reason
     * @param listener called for each page
     * @throws IOException if the file itself can't be read
     */
    public ReadResult read(Path file, FileType type, String neededBy, Progress.Listener listener) throws IOException {
        return read(file, type, ReadingOptions.USUAL, neededBy, listener);
    }

    /** @param wish how pages are read that are pictures */
    public ReadResult read(Path file, FileType type, ReadingOptions wish, String neededBy, Progress.Listener listener)
            throws IOException {
        return switch (type) {
            case PDF -> PdfReader.read(file, wish, listener);
            case TEXT, CSV, XML, HTML, JSON, MAIL -> PlainTextReader.read(file);
            case TIFF, JPEG, PNG, GIF, BMP -> PictureTextReader.read(file, type, wish, listener);
            case EMPTY -> new ReadResult.Unreadable(Reason.of("file.empty"));
            case DOCX, ODT, RTF -> FlowTextReader.read(file, type, fonts, wish, listener);
            case OLE2 -> new ReadResult.Unreadable(OlderOffice.refusal(file));
            case SVG, DXF, STEP, WEBP, JPEG_2000, XLSX, PPTX, ODS, ODP, ZIP, UNKNOWN ->
                new ReadResult.Unreadable(
                        Reason.of("file.type-unreadable", "type", type.word(), "needed by", neededBy));
        };
    }
}
