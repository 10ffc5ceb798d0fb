package lectomen.service.effect.print;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.print.ability.SheetDrawing;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.print.Printing;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.SheetsAnswer;
import lectomen.engine.task.SheetsTask;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.print.Printer;
import lectomen.service.workers.ByteSource;
import lectomen.service.workers.OutputReceiver;

/**
 * What goes to a printer for a document: the document as it is where the printer takes it, else its sheets as a worker draws them.
 * What was drawn is kept until the document is printed, for the next attempt. Safe for several threads.
 */
public final class PrintFiles {
    private final Path folder;
    private final ByteStore bytes;
    private final Function<String, Optional<PrinterAbilities>> abilities;
    private final Drawer drawer;
    private final AtomicLong calls = new AtomicLong();

    /** Draws sheets. */
    @FunctionalInterface
    public interface Drawer {
        SheetsAnswer draw(SheetsTask task, ByteSource bytes, OutputReceiver keeping);
    }

    /**
     * @param folder of drawn sheets; all that is in it is removed
     * @param abilities what a printer said last that it can do, by the name of its connection
     */
    public PrintFiles(
            Path folder, ByteStore bytes, Function<String, Optional<PrinterAbilities>> abilities, Drawer drawer)
            throws IOException {
        this.folder = Files.createDirectories(folder);
        this.bytes = bytes;
        this.abilities = abilities;
        this.drawer = drawer;
        remove("");
    }

    /** What there is to send. */
    sealed interface Prepared {
        /**
         * @param isKnown whether the printer said that it takes the format
         * @param ticket what is left for the printer to do
         * @param sides that were drawn just now, of one copy; 0 for none
         */
        record Ready(
                String format,
                boolean isKnown,
                Map<String, String> ticket,
                long size,
                Printer.Document document,
                int sides)
                implements Prepared {}

        /** It can't be drawn. */
        record Not(Reason reason) implements Prepared {}
    }

    /** @param ticket all that is asked of the printer */
    Prepared prepare(Effect effect, Printing printing, Map<String, String> ticket) {
        Optional<PrinterAbilities> can = abilities.apply(effect.connection());
        Optional<SheetDrawing> drawing = can.flatMap(one -> one.findDrawing(printing.format(), ticket));
        if (drawing.isEmpty()) {
            return new Prepared.Ready(
                    printing.format(),
                    can.filter(one -> one.formats().contains(printing.format())).isPresent(),
                    ticket,
                    effect.bytes().size(),
                    () -> bytes.open(effect.bytes().sha256()),
                    0);
        }
        SheetDrawing how = drawing.get();
        UUID drawn = UUID.nameUUIDFromBytes(how.toString().getBytes(StandardCharsets.UTF_8));
        Path file = folder.resolve(prefix(effect.id()) + drawn);
        int sides = 0;
        if (!Files.exists(file)) {
            SheetsAnswer answer = draw(effect, FileType.ofMediaType(printing.format()), how, file);
            if (answer.reason().isPresent()) {
                return new Prepared.Not(answer.reason().get());
            }
            sides = answer.sides();
        }
        try {
            return new Prepared.Ready(
                    how.format().mediaType(),
                    true,
                    how.left(ticket),
                    Files.size(file),
                    () -> Files.newInputStream(file),
                    sides);
        } catch (IOException e) {
            throw new UncheckedIOException("Drawn sheets can't be read", e);
        }
    }

    private static String prefix(String effect) {
        return effect + "-";
    }

    private SheetsAnswer draw(Effect effect, FileType type, SheetDrawing how, Path to) {
        ByteRef document = effect.bytes();
        SheetsTask task = new SheetsTask(Task.PROTOCOL, "sheets-" + calls.incrementAndGet(), document, type, how);
        Path writing = folder.resolve(prefix(effect.id()) + task.id());
        return drawer.draw(task, bytes::open, (ref, made) -> write(ref, made, writing, to));
    }

    private static void write(ByteRef ref, InputStream made, Path writing, Path to) throws IOException {
        if (Files.copy(made, writing) != ref.size()) {
            throw new IOException("The drawn sheets are not complete");
        }
        Files.move(writing, to);
    }

    /** Removes what was drawn for a document. */
    void forget(String effect) {
        remove(prefix(effect));
    }

    private void remove(String beginning) {
        try (Stream<Path> files = Files.list(folder)) {
            List<Path> found = files.filter(
                            file -> file.getFileName().toString().startsWith(beginning))
                    .toList();
            for (Path file : found) {
                Files.deleteIfExists(file);
            }
        } catch (IOException leftOver) {
            // the next start removes it
        }
    }
}
