package lectomen.engine.office;

import java.io.IOException;
import java.nio.file.Path;
import lectomen.engine.identify.FileType;
import lectomen.engine.office.docx.DocxReader;
import lectomen.engine.office.odt.OdtReader;
import lectomen.engine.office.plain.PlainFlowReader;
import lectomen.engine.office.rtf.RtfReader;
import lectomen.engine.reason.Reason;

/**
 * Reads a file into a flow document.
 *
 * <pre>{@code
 * if (FlowReader.read(file, FileType.DOCX, FlowWish.USUAL) instanceof FlowReading.Read read) {
 *     FlowDocument document = read.document();
 * }
 * }</pre>
 */
public final class FlowReader {
    private FlowReader() {}

    /** Whether files of the type flow. */
    public static boolean takes(FileType type) {
        return switch (type) {
            case TEXT, CSV, RTF, DOCX, ODT -> true;
            default -> false;
        };
    }

    /** @throws IOException if the file's bytes can't be had; what is wrong with the document is an answer */
    public static FlowReadResult read(Path file, FileType type, FlowOptions wish) throws IOException {
        return switch (type) {
            case TEXT, CSV -> PlainFlowReader.read(file);
            case RTF -> RtfReader.read(file, wish);
            case DOCX -> DocxReader.read(file, wish);
            case ODT -> OdtReader.read(file, wish);
            default -> new FlowReadResult.Unreadable(Reason.of("office.not-flowing", "type", type.word()));
        };
    }
}
