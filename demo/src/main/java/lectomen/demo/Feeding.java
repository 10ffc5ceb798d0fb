package lectomen.demo;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Drops documents into hot folders as people and programs do. */
final class Feeding {
    private static final int PIECES = 8;
    private static final long PAUSE_MILLIS = 350;

    private Feeding() {}

    /** Drops those that come once all others are at their end. */
    static void dropLater(List<DemoDocument> documents, Path inbox) throws IOException {
        for (DemoDocument document : documents) {
            if (document.how() == DemoDocument.How.LATER) {
                move(document, inbox);
            }
        }
    }

    private static void move(DemoDocument document, Path inbox) throws IOException {
        Path elsewhere = Files.createTempFile(inbox, ".moving", ".tmp");
        Files.write(elsewhere, document.bytes());
        Files.move(elsewhere, inbox.resolve(document.folder()).resolve(document.name()));
    }

    static void drop(List<DemoDocument> documents, Path inbox) throws IOException, InterruptedException {
        Thread slow = new Thread(() -> documents.stream()
                .filter(document -> document.how() == DemoDocument.How.SLOWLY)
                .forEach(document -> slowly(document, inbox)));
        slow.start();
        for (DemoDocument document : documents) {
            Path target = inbox.resolve(document.folder()).resolve(document.name());
            switch (document.how()) {
                case COPIED -> Files.write(target, document.bytes());
                case MOVED -> move(document, inbox);
                case SLOWLY, LATER, HANDED_OVER -> {
                    // another thread is at it, or it comes later
                }
            }
        }
        slow.join();
    }

    private static void slowly(DemoDocument document, Path inbox) {
        byte[] bytes = document.bytes();
        try (OutputStream out =
                Files.newOutputStream(inbox.resolve(document.folder()).resolve(document.name()))) {
            for (int piece = 0; piece < PIECES; piece++) {
                int from = bytes.length * piece / PIECES;
                out.write(bytes, from, bytes.length * (piece + 1) / PIECES - from);
                out.flush();
                Thread.sleep(PAUSE_MILLIS);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
