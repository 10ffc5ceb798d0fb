package lectomen.engine.convert;

import java.util.List;
import java.util.Optional;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PageLook;

/**
 * What a document is converted to, and how.
 *
 * @param dotsPerInch of pictures that are drawn of a PDF's pages
 * @param details what the result says of itself, over what the document says
 * @param attachOriginal whether a PDF or PDF/A-3b carries the original document
 * @param searchable whether the text of pictures is read and lies invisibly on them
 * @param reading how it is read then
 * @param flow what is shown of a document that several people worked on
 */
public record Conversion(
        TargetFormat form,
        PageLook look,
        int dotsPerInch,
        PdfaFallback ifNotPossible,
        Saying details,
        boolean attachOriginal,
        boolean searchable,
        ReadingOptions reading,
        FlowOptions flow) {
    public static final int USUAL_DOTS = 300;

    /** One whose pictures are not read. */
    public Conversion(
            TargetFormat form,
            PageLook look,
            int dotsPerInch,
            PdfaFallback ifNotPossible,
            Saying details,
            boolean attachOriginal) {
        this(
                form,
                look,
                dotsPerInch,
                ifNotPossible,
                details,
                attachOriginal,
                false,
                ReadingOptions.USUAL,
                FlowOptions.USUAL);
    }

    /** The same with other things said of the result. */
    public Conversion with(Saying other) {
        return new Conversion(form, look, dotsPerInch, ifNotPossible, other, attachOriginal, searchable, reading, flow);
    }

    /** The same with the text of pictures read, in the usual way, or not. */
    public Conversion searchable(boolean read) {
        return new Conversion(form, look, dotsPerInch, ifNotPossible, details, attachOriginal, read, reading, flow);
    }

    /** The same with the text of pictures read. */
    public Conversion readBy(ReadingOptions wish) {
        return new Conversion(form, look, dotsPerInch, ifNotPossible, details, attachOriginal, true, wish, flow);
    }

    /** The same to another form. */
    public Conversion as(TargetFormat other) {
        return new Conversion(
                other, look, dotsPerInch, ifNotPossible, details, attachOriginal, searchable, reading, flow);
    }

    /** The same with other wishes for what several people worked on. */
    public Conversion showing(FlowOptions other) {
        return new Conversion(
                form, look, dotsPerInch, ifNotPossible, details, attachOriginal, searchable, reading, other);
    }

    /** The usual way to a form. */
    public static Conversion to(TargetFormat form) {
        return new Conversion(form, PageLook.USUAL, USUAL_DOTS, PdfaFallback.FAIL, Saying.NOTHING, false);
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
