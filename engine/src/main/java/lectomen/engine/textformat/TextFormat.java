package lectomen.engine.textformat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;

/** A format for a document's text. */
public final class TextFormat {
    /** How it is written. */
    public enum Form {
        /** Lines of text, columns one after the other, an empty line between pages. */
        TEXT("txt"),
        /** Each word with its box, how sure it is, and what it may be instead. */
        JSON("json"),
        /** HTML whose elements say what they are and where they stand (hOCR 1.2). */
        HOCR("html"),
        /** XML of layout and text (ALTO 4.4, Library of Congress). */
        ALTO("xml");

        private final String ending;

        Form(String ending) {
            this.ending = ending;
        }

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** Of a file's name. */
        public String ending() {
            return ending;
        }

        public static Optional<Form> findByWord(String word) {
            return List.of(values()).stream()
                    .filter(form -> form.word().equals(word))
                    .findFirst();
        }
    }

    private TextFormat() {}

    /** @param name of the document, as the result says it @throws IOException if it can't be written */
    public static void write(DocumentText text, String name, Form form, OutputStream out) throws IOException {
        switch (form) {
            case TEXT -> out.write(text(text).getBytes(StandardCharsets.UTF_8));
            case JSON -> out.write(JsonTextFormat.of(text, name));
            case HOCR -> new HocrFormat(out).write(text, name);
            case ALTO -> new AltoFormat(out).write(text, name);
        }
        out.flush();
    }

    private static String text(DocumentText text) {
        StringBuilder all = new StringBuilder();
        for (Page page : text.pages()) {
            all.append(all.isEmpty() ? "" : "\n").append(page.textByColumns()).append('\n');
        }
        return all.toString();
    }
}
