package lectomen.engine.office.rtf;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalInt;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Properties;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.ZipGuard;
import lectomen.engine.reason.Reason;

/** Reads a file as a flow document. */
public final class RtfReader {
    private static final long MOST_BYTES = 256L * 1024 * 1024;

    private RtfReader() {}

    /** @throws IOException if the file's bytes can't be had; what is wrong with it is an answer */
    public static FlowReadResult read(Path file, FlowOptions wish) throws IOException {
        if (Files.size(file) > MOST_BYTES) {
            return new FlowReadResult.Unreadable(Reason.of("office.too-large", "what", "bytes", "most", "256 MB"));
        }
        byte[] bytes = Files.readAllBytes(file);
        ContentInventory inventory = new ContentInventory();
        RtfBody body = new RtfBody(bytes, wish, inventory);
        try {
            body.read();
        } catch (IOException | RuntimeException e) {
            return new FlowReadResult.Unreadable(ZipGuard.broken(e));
        }
        RtfPages pages = body.pages();
        RtfFront front = body.front();
        FlowDocument.Settings apart = new FlowDocument.Settings(
                pages.usualTab(),
                front.spaceByHtml() ? FlowDocument.Gaps.LARGER : FlowDocument.Gaps.ADDED,
                pages.evenDiffers(),
                front.language(),
                OptionalInt.empty());
        return new FlowReadResult.Read(
                new FlowDocument(new Properties(front.properties()), apart, pages.sections(), inventory));
    }
}
