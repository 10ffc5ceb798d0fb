package lectomen.engine.pdf.inspect;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * What a PDF contains.
 *
 * @param version as its head says
 * @param pageSizes how many pages have which size, as words
 * @param scannedPages pages that are pictures and nothing else
 * @param words that its pages show as text
 * @param illegiblePages pages whose text is garbage
 * @param fonts that its pages use
 * @param spotColours their names
 * @param claims which PDF/A it says it is; empty for none
 * @param inTheWay by PDF/A kind, what stands in its way; an empty list where it could become one
 * @param signatures how many it carries
 * @param odd what else is worth knowing
 */
public record PdfFacts(
        String version,
        int pages,
        Map<String, Integer> pageSizes,
        int scannedPages,
        int words,
        List<Integer> illegiblePages,
        List<Font> fonts,
        List<String> spotColours,
        Optional<String> claims,
        Map<String, List<Reason>> inTheWay,
        int signatures,
        List<Reason> odd) {
    /** A font. @param kind such as TrueType @param embedded whether it travels with the file */
    public record Font(String name, String kind, boolean embedded) {}
}
