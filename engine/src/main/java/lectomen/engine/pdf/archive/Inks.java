package lectomen.engine.pdf.archive;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceCMYK;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.jspecify.annotations.Nullable;

/**
 * Colours are device-independent (ISO 19005-2, 6.2.4). The output intent is sRGB, so that bare red, green, blue and grey are
 * defined by it; bare cyan, magenta, yellow and black are not, and are written as the red, green and blue that they are usually
 * shown by. Spot colours whose stand-in is such an ink get a stand-in in red, green and blue, sampled from the old one.
 */
final class Inks implements ArchiveFix {
    private static final String[] BARE = {"DeviceCMYK", "CMYK"};

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        boolean[] changed = new boolean[1];
        ContentStreams.rewrite(document, tokens -> {
            List<Object> rewritten = new Rewriting(findings).rewrite(tokens);
            changed[0] |= rewritten != tokens;
            return rewritten;
        });
        for (COSStream stream : AllDictionaries.streams(document)) {
            if (AllDictionaries.isSubtype(stream, "Image") && isInk(stream.getDictionaryObject(COSName.COLORSPACE))) {
                BufferedImage picture = new PDImageXObject(new PDStream(stream), null).getImage();
                PictureRewriter.replace(stream, picture);
                changed[0] = true;
            }
        }
        for (COSDictionary dictionary : AllDictionaries.dictionaries(document)) {
            changed[0] |= spots(dictionary, findings);
            if (dictionary.containsKey(COSName.SHADING_TYPE)
                    && isInk(dictionary.getDictionaryObject(COSName.COLORSPACE))) {
                findings.obstacle("archive.ink-shading");
            }
            COSDictionary group = dictionary.getCOSDictionary(COSName.GROUP);
            if (group != null && isInk(group.getDictionaryObject(COSName.CS))) {
                group.setItem(COSName.CS, COSName.DEVICERGB);
                changed[0] = true;
            }
        }
        if (changed[0]) {
            findings.changedLooks("archive.inks-as-rgb");
        }
    }

    /** Bare inks, or a palette of them. */
    private static boolean isInk(@Nullable COSBase space) {
        if (space == null) {
            return false;
        }
        if (ContentStreams.isName(space, BARE)) {
            return true;
        }
        return space instanceof COSArray array
                && array.size() > 1
                && ContentStreams.isName(array.getObject(0), "Indexed", "I")
                && isInk(array.getObject(1));
    }

    private static boolean spots(COSDictionary dictionary, Findings findings) throws IOException {
        boolean changed = false;
        for (COSName key : new ArrayList<>(dictionary.keySet())) {
            COSBase value = dictionary.getDictionaryObject(key);
            changed |= value instanceof COSArray array && spot(array, findings);
        }
        return changed;
    }

    private static boolean spot(COSArray space, Findings findings) throws IOException {
        boolean changed = false;
        if (space.size() >= 4
                && ContentStreams.isName(space.getObject(0), "Separation", "DeviceN")
                && isInk(space.getObject(2))) {
            if (ContentStreams.isName(space.getObject(0), "DeviceN")
                    && space.getObject(1) instanceof COSArray names
                    && names.size() > 1) {
                findings.obstacle("archive.ink-mix");
                return false;
            }
            space.set(3, SpotColour.asRgb(space.getObject(3)));
            space.set(2, COSName.DEVICERGB);
            return true;
        }
        for (int i = 0; i < space.size(); i++) {
            COSBase item = space.get(i);
            COSBase resolved = item instanceof COSObject reference ? reference.getObject() : item;
            changed |=
                    resolved instanceof COSArray inner && inner != space && inner.size() <= 8 && spot(inner, findings);
        }
        return changed;
    }

    static float[] rgb(float[] inks) throws IOException {
        return PDDeviceCMYK.INSTANCE.toRGB(inks);
    }

    /** Goes through a content stream and keeps in mind which colour space is set, for filling and for strokes. */
    private static final class Rewriting {
        private final Findings findings;
        private final Deque<boolean[]> saved = new ArrayDeque<>();
        private boolean[] inInk = new boolean[2];
        private boolean changed;

        Rewriting(Findings findings) {
            this.findings = findings;
        }

        List<Object> rewrite(List<Object> tokens) throws IOException {
            List<Object> rewritten = new ArrayList<>(tokens.size());
            for (Object token : tokens) {
                if (token instanceof Operator operator) {
                    operator(operator, rewritten);
                } else {
                    rewritten.add(token);
                }
            }
            return changed ? rewritten : tokens;
        }

        private void operator(Operator operator, List<Object> before) throws IOException {
            String name = operator.getName();
            switch (name) {
                case "q" -> saved.push(inInk.clone());
                case "Q" -> inInk = saved.isEmpty() ? inInk : saved.pop();
                case "g", "rg" -> inInk[0] = false;
                case "G", "RG" -> inInk[1] = false;
                case "k", "K" -> {
                    inInk[name.equals("k") ? 0 : 1] = false;
                    colour(before, name.equals("k") ? "rg" : "RG");
                    return;
                }
                case "cs", "CS" -> {
                    boolean ink = before.get(before.size() - 1) instanceof COSName space
                            && space.getName().equals("DeviceCMYK");
                    inInk[name.equals("cs") ? 0 : 1] = ink;
                    if (ink) {
                        before.set(before.size() - 1, COSName.DEVICERGB);
                        changed = true;
                    }
                }
                case "sc", "scn", "SC", "SCN" -> {
                    boolean fills = name.equals(name.toLowerCase(Locale.ROOT));
                    if (inInk[fills ? 0 : 1]) {
                        colour(before, name);
                        return;
                    }
                }
                case "BI" -> {
                    COSDictionary picture = operator.getImageParameters();
                    COSBase space =
                            picture == null ? null : picture.getDictionaryObject(COSName.CS, COSName.COLORSPACE);
                    if (isInk(space)) {
                        findings.obstacle("archive.ink-inline");
                    }
                }
                default -> {}
            }
            before.add(operator);
        }

        private void colour(List<Object> before, String operator) throws IOException {
            float[] rgb = rgb(ContentStreams.numbers(before, before.size(), 4));
            for (int i = 0; i < 4 && !before.isEmpty(); i++) {
                before.remove(before.size() - 1);
            }
            for (float part : rgb) {
                before.add(new COSFloat(Math.round(part * 10_000) / 10_000f));
            }
            before.add(Operator.getOperator(operator));
            changed = true;
        }
    }
}
