package lectomen.engine.pdf.write;

import java.time.Instant;
import java.util.List;

/**
 * A document's properties, as Dublin Core where it has them.
 *
 * @param title empty for none, as are the others
 * @param language as in RFC 3066, such as en-GB
 * @param created when it was made, to the second; the same input with the same time gives the same bytes
 */
public record DocumentDetails(
        String title, String author, String subject, List<String> keywords, String language, Instant created) {
    public DocumentDetails {
        keywords = List.copyOf(keywords);
    }

    /** Whether it is a language's tag, as far as its form goes. */
    public static boolean isLanguage(String tag) {
        return tag.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*");
    }

    public static DocumentDetails of(Instant created) {
        return new DocumentDetails("", "", "", List.of(), "", created);
    }
}
