package lectomen.engine.office.odt;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Properties;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.ZipGuard;
import lectomen.engine.office.xml.Xml;
import lectomen.engine.reason.Reason;
import org.w3c.dom.Element;

/** Reads a document with all its parts. */
public final class OdtReader {
    private static final double USUAL_TAB = 35.45;

    private OdtReader() {}

    /** @throws IOException if the file's bytes can't be had; what is wrong with it is an answer */
    public static FlowReadResult read(Path file, FlowOptions wish) throws IOException {
        Optional<Reason> refused = ZipGuard.findRefusal(file);
        if (refused.isPresent()) {
            return new FlowReadResult.Unreadable(refused.get());
        }
        try (OdtPackage parts = new OdtPackage(file)) {
            if (parts.isSealed()) {
                return new FlowReadResult.Unreadable(Reason.of("office.password"));
            }
            return new FlowReadResult.Read(document(parts, wish));
        } catch (IOException | RuntimeException e) {
            return new FlowReadResult.Unreadable(ZipGuard.broken(e));
        }
    }

    private static FlowDocument document(OdtPackage parts, FlowOptions wish) throws IOException {
        Element content = parts.find("content.xml").orElseThrow(() -> new IOException("it has no content"));
        Optional<Element> shared = parts.find("styles.xml");
        OdtFormatting looks = new OdtFormatting();
        OdtStyles styles = new OdtStyles(looks);
        ContentInventory inventory = new ContentInventory();
        OdtContext context = new OdtContext(parts, styles, wish, inventory);
        for (Optional<Element> root : List.of(shared, Optional.of(content))) {
            root.flatMap(one -> Xml.find(one, "font-face-decls")).ifPresent(looks::addFonts);
            root.flatMap(one -> Xml.find(one, "styles")).ifPresent(styles::add);
            root.flatMap(one -> Xml.find(one, "styles")).ifPresent(context::numberNotes);
            root.flatMap(one -> Xml.find(one, "automatic-styles")).ifPresent(styles::add);
        }
        OdtPages pages = new OdtPages(context, shared.flatMap(one -> Xml.find(one, "master-styles")));
        Element text = Xml.find(content, "body", "text").orElseThrow(() -> new IOException("it contains no text"));
        List<Block> rest = new OdtBlocks(context, 0).read(text, pages);
        pages.close(rest);
        if (parts.hasMacros()) {
            inventory.found(ContentInventory.Kind.MACRO);
            inventory.leaveOut(ContentInventory.Kind.MACRO, ContentInventory.Why.NOT_RUN, "");
        }
        String language = styles.paragraph("").get(FormatProperty.LANGUAGE);
        FlowDocument.Settings apart = new FlowDocument.Settings(
                usualTab(shared), gaps(parts), pages.evenDiffers(), language, OptionalInt.empty());
        return new FlowDocument(properties(parts, language), apart, pages.sections(), inventory);
    }

    private static double usualTab(Optional<Element> shared) {
        Optional<Element> styles = shared.flatMap(one -> Xml.find(one, "styles"));
        if (styles.isEmpty()) {
            return USUAL_TAB;
        }
        for (Element style : Xml.children(styles.get(), "default-style")) {
            if (Xml.attribute(style, "family").equals("paragraph")) {
                return Xml.find(style, "paragraph-properties")
                        .map(one -> OdtUnits.length(Xml.attribute(one, "tab-stop-distance"), USUAL_TAB))
                        .orElse(USUAL_TAB);
            }
        }
        return USUAL_TAB;
    }

    /** Programs say in their settings how the space between paragraphs is meant. */
    private static FlowDocument.Gaps gaps(OdtPackage parts) throws IOException {
        Optional<Element> settings = parts.find("settings.xml");
        Optional<Element> sets = settings.flatMap(one -> Xml.find(one, "settings"));
        if (sets.isPresent()) {
            for (Element set : Xml.children(sets.get(), "config-item-set")) {
                for (Element item : Xml.children(set, "config-item")) {
                    if (Xml.attribute(item, "name").equals("AddParaTableSpacing")) {
                        return item.getTextContent().strip().equals("false")
                                ? FlowDocument.Gaps.LARGER
                                : FlowDocument.Gaps.ADDED;
                    }
                }
            }
        }
        return FlowDocument.Gaps.ADDED;
    }

    private static Properties properties(OdtPackage parts, String language) throws IOException {
        Map<String, String> said = new HashMap<>();
        said.put("language", language);
        Optional<Element> meta = parts.find("meta.xml").flatMap(one -> Xml.find(one, "meta"));
        if (meta.isEmpty()) {
            return new Properties(said);
        }
        StringBuilder keywords = new StringBuilder();
        for (Element one : Xml.children(meta.get())) {
            String text = one.getTextContent().strip();
            switch (Xml.name(one)) {
                case "title" -> said.put("title", text);
                case "subject" -> said.put("subject", text);
                case "description" -> said.put("description", text);
                case "initial-creator" -> said.put("author", text);
                case "creator" -> said.putIfAbsent("author", text);
                case "language" -> said.put("language", text);
                case "creation-date" -> said.put("created", day(text));
                case "date" -> said.put("modified", day(text));
                case "keyword" ->
                    keywords.append(keywords.isEmpty() ? "" : ", ").append(text);
                case "user-defined" ->
                    said.putIfAbsent(Xml.attribute(one, "name").strip().toLowerCase(Locale.ROOT), text);
                default -> {}
            }
        }
        said.put("keywords", keywords.toString());
        return new Properties(said);
    }

    private static String day(String instant) {
        return instant.substring(0, Math.min(10, instant.length()));
    }
}
