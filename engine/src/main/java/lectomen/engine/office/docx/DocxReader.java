package lectomen.engine.office.docx;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
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
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Properties;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.ZipGuard;
import lectomen.engine.office.xml.Xml;
import lectomen.engine.reason.Reason;
import org.apache.poi.openxml4j.exceptions.InvalidFormatException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.opc.PackageProperties;
import org.apache.poi.openxml4j.opc.PackageRelationship;
import org.apache.poi.openxml4j.opc.TargetMode;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.w3c.dom.Element;

/** Reads a document with all its parts. */
public final class DocxReader {
    static {
        // What swells was refused before by its size; pages that repeat themselves are packed very tightly.
        ZipSecureFile.setMinInflateRatio(0);
    }

    private DocxReader() {}

    /** @throws IOException if the file's bytes can't be had; what is wrong with it is an answer */
    public static FlowReadResult read(Path file, FlowOptions wish) throws IOException {
        Optional<Reason> refused = ZipGuard.findRefusal(file);
        if (refused.isPresent()) {
            return new FlowReadResult.Unreadable(refused.get());
        }
        OPCPackage opened;
        try {
            opened = OPCPackage.open(file.toFile(), PackageAccess.READ);
        } catch (InvalidFormatException
                | OpenXML4JRuntimeException
                | IllegalArgumentException
                | IllegalStateException e) {
            return new FlowReadResult.Unreadable(ZipGuard.broken(e));
        }
        try {
            return new FlowReadResult.Read(document(new DocxPackage(opened), wish));
        } catch (IOException | RuntimeException e) {
            return new FlowReadResult.Unreadable(ZipGuard.broken(e));
        } finally {
            opened.revert();
        }
    }

    private static FlowDocument document(DocxPackage file, FlowOptions wish) throws IOException {
        ContentInventory inventory = new ContentInventory();
        DocxPackage.Part main = file.main();
        Element root = main.root();
        Optional<Element> settings = root(main.find("settings"));
        Theme theme = Theme.of(root(main.find("theme")));
        FormattingReader looks = new FormattingReader(theme, fontKinds(root(main.find("fontTable"))));
        DocxStyles styles = new DocxStyles(root(main.find("styles")), looks);
        DocxNumbering numbering = new DocxNumbering(root(main.find("numbering")), styles);
        DocxContext context = new DocxContext(main, styles, numbering, wish, inventory, settings);
        Sections sections = new Sections(context, main);
        Element body = Xml.find(root, "body").orElseThrow(() -> new IOException("it has no body"));
        List<Block> rest = new Blocks(context, main, Formatting.NONE, 0)
                .read(body, Optional.empty(), (properties, blocks) -> sections.add(Optional.of(properties), blocks));
        sections.add(Xml.find(body, "sectPr"), rest);
        context.leaveOutComments();
        findOutside(main, inventory);
        findMacros(main, inventory);
        FlowDocument.Settings apart = new FlowDocument.Settings(
                context.usualTab,
                isOn(settings, "compat", "doNotUseHTMLParagraphAutoSpacing")
                        ? FlowDocument.Gaps.ADDED
                        : FlowDocument.Gaps.LARGER,
                isOn(settings, "evenAndOddHeaders"),
                styles.base().get(FormatProperty.LANGUAGE),
                background(root, settings));
        return new FlowDocument(properties(file, styles), apart, sections.all(), inventory);
    }

    private static Optional<Element> root(Optional<DocxPackage.Part> part) throws IOException {
        return part.isPresent() ? Optional.of(part.get().root()) : Optional.empty();
    }

    private static boolean isOn(Optional<Element> settings, String first, String... then) {
        return settings.flatMap(root -> Xml.find(root, first, then))
                .filter(Units::isOn)
                .isPresent();
    }

    /** Only where the document says that it is shown. */
    private static OptionalInt background(Element root, Optional<Element> settings) {
        if (!isOn(settings, "displayBackgroundShape")) {
            return OptionalInt.empty();
        }
        return Xml.find(root, "background")
                .flatMap(one -> FormatProperty.findColour(Xml.attribute(one, "color")))
                .orElse(OptionalInt.empty());
    }

    private static Map<String, FormatProperty.FontKind> fontKinds(Optional<Element> table) {
        Map<String, FormatProperty.FontKind> kinds = new HashMap<>();
        table.ifPresent(root -> {
            for (Element font : Xml.children(root, "font")) {
                String family = Xml.find(font, "family")
                        .map(one -> Xml.attribute(one, "val"))
                        .orElse("");
                String pitch = Xml.find(font, "pitch")
                        .map(one -> Xml.attribute(one, "val"))
                        .orElse("");
                kinds.put(Xml.attribute(font, "name"), FormatProperty.FontKind.of(family, pitch.equals("fixed")));
            }
        });
        return kinds;
    }

    /** What refers to places outside, other than links that people follow; pictures are counted where they stand. */
    private static void findOutside(DocxPackage.Part main, ContentInventory inventory) throws IOException {
        List<DocxPackage.Part> parts = new ArrayList<>(List.of(main));
        main.find("settings").ifPresent(parts::add);
        for (DocxPackage.Part part : parts) {
            for (PackageRelationship one : part.relationships()) {
                String kind = one.getRelationshipType()
                        .substring(one.getRelationshipType().lastIndexOf('/') + 1);
                boolean outside = one.getTargetMode() == TargetMode.EXTERNAL;
                if (outside && !kind.equals("hyperlink") && !kind.equals("image")) {
                    inventory.found(ContentInventory.Kind.OUTSIDE);
                    inventory.leaveOut(ContentInventory.Kind.OUTSIDE, ContentInventory.Why.OUTSIDE, kind);
                }
            }
        }
    }

    private static void findMacros(DocxPackage.Part main, ContentInventory inventory) throws IOException {
        if (main.find("vbaProject").isPresent()
                || main.contentType().toLowerCase(Locale.ROOT).contains("macroenabled")) {
            inventory.found(ContentInventory.Kind.MACRO);
            inventory.leaveOut(ContentInventory.Kind.MACRO, ContentInventory.Why.NOT_RUN, "");
        }
    }

    private static Properties properties(DocxPackage file, DocxStyles styles) {
        Map<String, String> said = new HashMap<>();
        try {
            PackageProperties core = file.file().getPackageProperties();
            core.getTitleProperty().ifPresent(value -> said.put("title", value));
            core.getCreatorProperty().ifPresent(value -> said.put("author", value));
            core.getSubjectProperty().ifPresent(value -> said.put("subject", value));
            core.getKeywordsProperty().ifPresent(value -> said.put("keywords", value));
            core.getDescriptionProperty().ifPresent(value -> said.put("description", value));
            core.getCategoryProperty().ifPresent(value -> said.put("category", value));
            core.getCreatedProperty()
                    .map(Date::toInstant)
                    .map(Instant::toString)
                    .ifPresent(value -> said.put("created", day(value)));
            core.getModifiedProperty()
                    .map(Date::toInstant)
                    .map(Instant::toString)
                    .ifPresent(value -> said.put("modified", day(value)));
            core.getLanguageProperty().ifPresent(value -> said.put("language", value));
            custom(file, said);
        } catch (InvalidFormatException | IOException | RuntimeException e) {
            // A document whose properties are broken is still a document.
            said.putIfAbsent("language", "");
        }
        said.putIfAbsent("language", styles.base().get(FormatProperty.LANGUAGE));
        if (said.get("language").isBlank()) {
            said.put("language", styles.base().get(FormatProperty.LANGUAGE));
        }
        return new Properties(said);
    }

    private static String day(String instant) {
        return instant.substring(0, Math.min(10, instant.length()));
    }

    private static void custom(DocxPackage file, Map<String, String> said) throws IOException, InvalidFormatException {
        for (PackageRelationship one : file.file().getRelationships()) {
            if (one.getRelationshipType().endsWith("/custom-properties")) {
                var part = file.file().getPart(one);
                if (part == null) {
                    continue;
                }
                try (var in = part.getInputStream()) {
                    for (Element property : Xml.children(Xml.read(in), "property")) {
                        String name = Xml.attribute(property, "name").strip().toLowerCase(Locale.ROOT);
                        said.putIfAbsent(name, property.getTextContent());
                    }
                }
            }
        }
    }
}
