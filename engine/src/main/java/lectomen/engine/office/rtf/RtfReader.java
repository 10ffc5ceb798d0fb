package lectomen.engine.office.rtf;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalInt;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Inventory;
import lectomen.engine.flow.Properties;
import lectomen.engine.office.FlowReading;
import lectomen.engine.office.FlowWish;
import lectomen.engine.office.Zips;
import lectomen.engine.reason.Reason;

/** Reads a file as a document that flows. */
public final class RtfReader {
    private static final long MOST_BYTES = 256L * 1024 * 1024;

    private RtfReader() {}

    /** @throws IOException if the file's bytes can't be had; what is wrong with it is an answer */
    public static FlowReading read(Path file, FlowWish wish) throws IOException {
        if (Files.size(file) > MOST_BYTES) {
            return new FlowReading.Unreadable(Reason.of("office.too-large", "what", "bytes", "most", "256 MB"));
        }
        byte[] bytes = Files.readAllBytes(file);
        Inventory inventory = new Inventory();
        RtfBody body = new RtfBody(bytes, wish, inventory);
        try {
            body.read();
        } catch (IOException | RuntimeException e) {
            return new FlowReading.Unreadable(Zips.broken(e));
        }
        RtfPages pages = body.pages();
        RtfFront front = body.front();
        FlowDocument.Settings apart = new FlowDocument.Settings(
                pages.usualTab(),
                front.spaceByHtml() ? FlowDocument.Gaps.LARGER : FlowDocument.Gaps.ADDED,
                pages.evenDiffers(),
                front.language(),
                OptionalInt.empty());
        return new FlowReading.Read(
                new FlowDocument(new Properties(front.properties()), apart, pages.sections(), inventory));
    }
}
