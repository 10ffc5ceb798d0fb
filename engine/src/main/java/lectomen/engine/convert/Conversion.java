package lectomen.engine.convert;

import java.util.List;
import java.util.Optional;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PageLook;

/**
 * What a document is to become, and how.
 *
 * @param dotsPerInch of pictures that are drawn of a PDF's pages
 * @param details what the result says of itself, over what the document says
 * @param attachOriginal whether a PDF/A-3b carries the document as it came
 */
public record Conversion(
        Form form,
        PageLook look,
        int dotsPerInch,
        IfNotPossible ifNotPossible,
        Saying details,
        boolean attachOriginal) {
    public static final int USUAL_DOTS = 300;

    /** The usual way to a form. */
    public static Conversion to(Form form) {
        return new Conversion(form, PageLook.USUAL, USUAL_DOTS, IfNotPossible.FAIL, Saying.NOTHING, false);
    }

    /** What is to be said of a document; what is empty stays as it was. */
    public record Saying(
            Optional<String> title,
            Optional<String> author,
            Optional<String> subject,
            Optional<String> keywords,
            Optional<String> language) {
        public static final Saying NOTHING =
                new Saying(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

        /** Laid over what a document says of itself. */
        public DocumentDetails over(DocumentDetails own) {
            return new DocumentDetails(
                    title.orElse(own.title()),
                    author.orElse(own.author()),
                    subject.orElse(own.subject()),
                    keywords.map(text -> List.of(text.strip().split("\\s*[,;]\\s*")))
                            .orElse(own.keywords()),
                    language.orElse(own.language()),
                    own.created());
        }

        public boolean isEmpty() {
            return equals(NOTHING);
        }
    }
}
