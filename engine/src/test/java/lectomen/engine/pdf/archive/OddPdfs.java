package lectomen.engine.pdf.archive;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.write.Attachments;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceCMYK;
import org.apache.pdfbox.pdmodel.graphics.color.PDSeparation;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationText;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceDictionary;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.apache.pdfbox.pdmodel.interactive.form.PDAcroForm;
import org.apache.pdfbox.pdmodel.interactive.form.PDTextField;

/** PDFs with the habits that archives don't take, each made here. */
final class OddPdfs {
    /** Draws a page. */
    private interface Drawing {
        void draw(PDDocument document, PDPage page, PDPageContentStream content) throws IOException;
    }

    private OddPdfs() {}

    static Map<String, byte[]> all(Path temp) throws IOException {
        return Map.ofEntries(
                Map.entry("fonts-not-embedded", made((document, page, content) -> {
                    int y = 700;
                    for (FontName name : List.of(
                            FontName.HELVETICA,
                            FontName.TIMES_BOLD_ITALIC,
                            FontName.COURIER,
                            FontName.HELVETICA_BOLD)) {
                        say(content, new PDType1Font(name), y, "Berth 7: fenders sound, 12 bollards — “ok” äöü");
                        y -= 30;
                    }
                })),
                Map.entry(
                        "symbols-not-embedded",
                        made((document, page, content) ->
                                say(content, new PDType1Font(FontName.ZAPF_DINGBATS), 700, "\u2714"))),
                Map.entry("printing-inks", made((document, page, content) -> {
                    content.setNonStrokingColor(new PDColor(new float[] {0.9f, 0.2f, 0, 0.1f}, PDDeviceCMYK.INSTANCE));
                    content.addRect(100, 600, 200, 100);
                    content.fill();
                    content.setStrokingColor(0, 0.8f, 0.9f, 0);
                    content.addRect(120, 500, 200, 60);
                    content.stroke();
                    content.drawImage(inkPicture(document), 100, 300, 150, 100);
                })),
                Map.entry("spot-colour", made((document, page, content) -> {
                    content.setNonStrokingColor(new PDColor(new float[] {0.8f}, spot()));
                    content.addRect(100, 600, 200, 100);
                    content.fill();
                })),
                Map.entry("shines-through", made((document, page, content) -> {
                    PDExtendedGraphicsState half = new PDExtendedGraphicsState();
                    half.setNonStrokingAlphaConstant(0.5f);
                    content.setGraphicsStateParameters(half);
                    content.setNonStrokingColor(Color.BLUE);
                    content.addRect(100, 600, 200, 100);
                    content.fill();
                })),
                Map.entry("runs-things", changed((document, page) -> {
                    document.getDocumentCatalog().setOpenAction(new PDActionJavaScript("app.alert('x')"));
                    PDAnnotationText note = new PDAnnotationText();
                    note.setContents("Look here");
                    note.setRectangle(new PDRectangle(300, 700, 20, 20));
                    PDAnnotationText hidden = new PDAnnotationText();
                    hidden.setHidden(true);
                    hidden.setRectangle(new PDRectangle(350, 700, 20, 20));
                    COSDictionary film = new COSDictionary();
                    film.setItem(COSName.TYPE, COSName.ANNOT);
                    film.setName(COSName.SUBTYPE, "Screen");
                    film.setItem(COSName.RECT, new PDRectangle(10, 10, 50, 50).getCOSArray());
                    COSArray annotations = new COSArray();
                    annotations.add(note.getCOSObject());
                    annotations.add(hidden.getCOSObject());
                    annotations.add(film);
                    page.getCOSObject().setItem(COSName.ANNOTS, annotations);
                })),
                Map.entry("form", changed((document, page) -> {
                    PDTextField field = field(document, page);
                    field.setValue("Silver Tern");
                })),
                Map.entry("form-without-values", changed((document, page) -> {
                    PDTextField field = field(document, page);
                    field.setValue("");
                })),
                Map.entry("form-without-looks", changed((document, page) -> {
                    PDTextField field = field(document, page);
                    field.getCOSObject().setString(COSName.V, "Silver Tern");
                    document.getDocumentCatalog().getAcroForm().setNeedAppearances(true);
                })),
                Map.entry("form-ticked", changed((document, page) -> {
                    PDTextField field = field(document, page);
                    PDAppearanceStream look = new PDAppearanceStream(document);
                    look.setBBox(new PDRectangle(200, 20));
                    PDResources resources = new PDResources();
                    resources.put(COSName.getPDFName("ZaDb"), new PDType1Font(FontName.ZAPF_DINGBATS));
                    look.setResources(resources);
                    try (OutputStream out = look.getStream().createOutputStream()) {
                        out.write("/Tx BMC q BT /ZaDb 12 Tf (4) Tj ET Q EMC".getBytes(StandardCharsets.US_ASCII));
                    }
                    PDAppearanceDictionary looks = new PDAppearanceDictionary();
                    looks.setNormalAppearance(look);
                    field.getWidgets().get(0).setAppearance(looks);
                })),
                Map.entry("font-chosen-in-vain", made((document, page, content) -> {
                    say(content, new PDType1Font(FontName.HELVETICA), 700, "Quay 3");
                    content.beginText();
                    content.setFont(new PDType1Font(FontName.COURIER), 14);
                    content.showText("");
                    content.setFont(new PDType1Font(FontName.SYMBOL), 14);
                    content.endText();
                })),
                Map.entry("own-words-on-parts", made((document, page, content) -> {
                    var image = LosslessFactory.createFromImage(
                            document, new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB));
                    content.drawImage(image, 100, 300, 150, 100);
                    PDMetadata words =
                            new PDMetadata(document, new ByteArrayInputStream("""
                                    <?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?>
                                    <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF \
                                    xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" \
                                    xmlns:h="urn:marrowick:harbour"><h:berth>7</h:berth></rdf:Description></rdf:RDF></x:xmpmeta>
                                    <?xpacket end="w"?>""".getBytes(StandardCharsets.UTF_8)));
                    image.setMetadata(words);
                    page.setMetadata(words);
                    document.getDocumentCatalog().setMetadata(words);
                })),
                Map.entry("carries-a-file", changed((document, page) -> {
                    Path file = Files.writeString(temp.resolve("note.txt"), "left on board");
                    Attachments.add(document, file, "note.txt", FileType.TEXT, Attachments.Relation.OTHER);
                })),
                Map.entry("packed-by-lzw", changed((document, page) -> {
                    COSStream stream = new COSStream();
                    try (OutputStream out = stream.createOutputStream(COSName.LZW_DECODE)) {
                        out.write("0.2 0.4 0.6 rg 50 50 300 200 re f".getBytes(StandardCharsets.US_ASCII));
                    }
                    page.getCOSObject().setItem(COSName.CONTENTS, stream);
                })),
                Map.entry("smoothed-picture", made((document, page, content) -> {
                    BufferedImage picture = new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB);
                    picture.setRGB(5, 5, 0xff8800);
                    var image = LosslessFactory.createFromImage(document, picture);
                    image.setInterpolate(true);
                    content.drawImage(image, 100, 300, 150, 100);
                })),
                Map.entry("protected", encrypted()));
    }

    /** A field of a form, on the page. */
    private static PDTextField field(PDDocument document, PDPage page) {
        PDAcroForm form = new PDAcroForm(document);
        document.getDocumentCatalog().setAcroForm(form);
        PDResources resources = new PDResources();
        resources.put(COSName.getPDFName("Helv"), new PDType1Font(FontName.HELVETICA));
        form.setDefaultResources(resources);
        form.setDefaultAppearance("/Helv 12 Tf 0 g");
        PDTextField field = new PDTextField(form);
        field.setPartialName("vessel");
        field.setDefaultAppearance("/Helv 12 Tf 0 g");
        form.getFields().add(field);
        field.getWidgets().get(0).setRectangle(new PDRectangle(100, 500, 200, 20));
        field.getWidgets().get(0).setPage(page);
        page.setAnnotations(new ArrayList<>(field.getWidgets()));
        return field;
    }

    private static void say(PDPageContentStream content, PDFont font, int y, String text) throws IOException {
        content.beginText();
        content.setFont(font, 14);
        content.newLineAtOffset(80, y);
        content.showText(text);
        content.endText();
    }

    private static byte[] made(Drawing drawing) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                drawing.draw(document, page, content);
            }
            return saved(document);
        }
    }

    private interface Change {
        void change(PDDocument document, PDPage page) throws IOException;
    }

    private static byte[] changed(Change change) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                say(content, new PDType1Font(FontName.HELVETICA), 700, "Quay 3");
            }
            change.change(document, page);
            return saved(document);
        }
    }

    private static byte[] saved(PDDocument document) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        document.save(out);
        return out.toByteArray();
    }

    private static PDImageXObject inkPicture(PDDocument document) throws IOException {
        byte[] inks = new byte[20 * 10 * 4];
        for (int i = 0; i < inks.length; i++) {
            inks[i] = (byte) (i * 7);
        }
        var image = new PDImageXObject(
                document, new ByteArrayInputStream(inks), COSName.getPDFName("None"), 20, 10, 8, PDDeviceCMYK.INSTANCE);
        image.getCOSObject().removeItem(COSName.FILTER);
        return image;
    }

    private static PDSeparation spot() throws IOException {
        COSStream tint = new COSStream();
        tint.setInt(COSName.FUNCTION_TYPE, 2);
        COSDictionary function = new COSDictionary();
        function.setInt(COSName.FUNCTION_TYPE, 2);
        function.setItem(COSName.DOMAIN, numbers(0, 1));
        function.setItem(COSName.C0, numbers(0, 0, 0, 0));
        function.setItem(COSName.C1, numbers(0, 0.6f, 0.9f, 0.1f));
        function.setItem(COSName.N, new COSFloat(1));
        COSArray space = new COSArray();
        space.add(COSName.SEPARATION);
        space.add(COSName.getPDFName("Harbour Orange"));
        space.add(COSName.DEVICECMYK);
        space.add(function);
        return new PDSeparation(space, null);
    }

    private static COSArray numbers(float... values) {
        COSArray array = new COSArray();
        for (float value : values) {
            array.add(new COSFloat(value));
        }
        return array;
    }

    private static byte[] encrypted() throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                say(content, new PDType1Font(FontName.TIMES_ROMAN), 700, "May be read, not changed");
            }
            AccessPermission may = new AccessPermission();
            may.setCanModify(false);
            document.protect(new StandardProtectionPolicy("owner", "", may));
            return saved(document);
        }
    }
}
