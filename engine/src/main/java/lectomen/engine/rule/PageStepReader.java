package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.Paper;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.ocr.Languages;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PictureChoice;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the steps that work on a document's pages, and knows the outputs that exist up to a place in the rule. */
final class PageStepReader {
    private static final String OF = "of";
    private static final String AS = "as";
    private static final String USUAL = "usual";
    private static final Pattern OUTPUT = Pattern.compile("[a-z0-9][a-z0-9-]{0,29}");
    private static final Pattern PERCENT = Pattern.compile("(\\d{1,4}(?:\\.\\d+)?) ?%");
    private static final Pattern INK = Pattern.compile("(\\d{1,3}(?:\\.\\d+)?) ?mm(?:²|2)");
    private static final int MOST_POINTS_A_SIDE = 30_000;
    private static final int LEAST_DOTS = 50;
    private static final int MOST_DOTS = 1_200;

    private final List<Problem> problems;
    private final SlotReader slots;
    private final Set<String> outputs = new LinkedHashSet<>(List.of(Step.Acting.MAIN, Step.Acting.ORIGINAL));

    PageStepReader(List<Problem> problems, SlotReader slots) {
        this.problems = problems;
        this.slots = slots;
    }

    /** The output that a word of a step names; it must be made by then. */
    String output(Section section, String word, String otherwise) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isPresent() && !outputs.contains(text.get().text())) {
            section.report(
                    text.get().spot(),
                    "unknown output \"" + text.get().text() + "\" at this point"
                            + Section.suggestion(text.get().text(), outputs));
        }
        return text.map(Node.Text::text).orElse(otherwise);
    }

    private Step.Acting acting(Section section) {
        String of = output(section, OF, Step.Acting.MAIN);
        Optional<Node.Text> as = section.findText(AS);
        if (as.isPresent()) {
            String name = as.get().text();
            if (!OUTPUT.matcher(name).matches() || name.equals(Step.Acting.ORIGINAL)) {
                section.report(
                        as.get().spot(),
                        "an output name may have up to 30 lower-case letters, digits and hyphens, and must not be \"original\"");
            }
            outputs.add(name);
        }
        return new Step.Acting(of, as.map(Node.Text::text).orElse(Step.Acting.MAIN));
    }

    Optional<Step> prepare(Section section) {
        Step.Acting acting = acting(section);
        int line = section.spot().line();
        Optional<Node> node = section.require("prepare pages");
        if (node.isPresent()
                && node.get() instanceof Node.Text text
                && text.text().equals(USUAL)) {
            return Optional.of(new Step.Prepare(Preparation.USUAL, acting, line));
        }
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            section.report(
                    text.spot(),
                    "\"prepare pages\" must be \"usual\" or settings such as { straighten: yes, edges: no }, not "
                            + text.kind());
            return Optional.empty();
        }
        return node.flatMap(one -> Section.open("\"prepare pages\"", one, problems))
                .map(wanted -> {
                    Preparation preparation = new Preparation(
                            yes(wanted, "cut out sheet", false),
                            yes(wanted, "upright", true),
                            yes(wanted, "straighten", true),
                            yes(wanted, "edges", true),
                            yes(wanted, "specks", false),
                            yes(wanted, "black and white", false),
                            yes(wanted, "crop", false),
                            blank(wanted));
                    wanted.close();
                    return new Step.Prepare(preparation, acting, line);
                });
    }

    Optional<Step> readText(Section section) {
        String of = output(section, OF, Step.Acting.MAIN);
        int line = section.spot().line();
        Optional<Node> node = section.require("read text");
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            if (text.text().equals(USUAL)) {
                return Optional.of(new Step.ReadText(ReadingOptions.USUAL, of, line));
            }
            section.report(
                    text.spot(),
                    "\"read text\" must be \"usual\" or settings such as { languages: [en], care: careful }, not "
                            + text.kind());
            return Optional.empty();
        }
        return node.flatMap(one -> Section.open("\"read text\"", one, problems)).map(wanted -> {
            ReadingOptions wish = new ReadingOptions(
                    languages(wanted),
                    choice(
                            wanted,
                            "care",
                            ReadingOptions.Care::findByWord,
                            ReadingOptions.Care.words(),
                            ReadingOptions.Care.USUAL),
                    pages(wanted),
                    choice(
                            wanted,
                            "keep",
                            ReadingOptions.Layer::findByWord,
                            ReadingOptions.Layer.words(),
                            ReadingOptions.Layer.GOOD),
                    1);
            wanted.close();
            return new Step.ReadText(wish, of, line);
        });
    }

    private static List<String> languages(Section wanted) {
        List<String> languages = new ArrayList<>();
        for (Node.Text text : wanted.texts("languages")) {
            if (Languages.known().contains(text.text())) {
                languages.add(text.text());
            } else {
                wanted.report(
                        text.spot(),
                        "\"languages\" are of: " + String.join(", ", Languages.known()) + "; not " + text.kind());
            }
        }
        return languages;
    }

    private static PageChoice pages(Section wanted) {
        Optional<Node.Text> text = wanted.findText("pages");
        Optional<PageChoice> found = text.flatMap(written -> PageChoice.find(written.text()));
        if (text.isPresent() && found.isEmpty()) {
            wanted.report(
                    text.get().spot(),
                    "\"pages\" must be such as 1, 1 to 3, 2 to last or last, not "
                            + text.get().kind());
        }
        return found.orElse(PageChoice.ALL);
    }

    private static boolean yes(Section section, String word, boolean usual) {
        return section.find(word).isPresent() ? section.yes(word) : usual;
    }

    private static OptionalDouble blank(Section section) {
        Optional<Node.Text> text = section.findText("drop blank below");
        if (text.isEmpty()) {
            return OptionalDouble.empty();
        }
        Matcher ink = INK.matcher(text.get().text());
        if (!ink.matches()) {
            section.report(
                    text.get().spot(),
                    "\"drop blank below\" must be an amount of ink such as 0.5 mm² (a printed word has 2 to 6), not "
                            + text.get().kind());
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(Double.parseDouble(ink.group(1)));
    }

    Optional<Step> convert(Section section) {
        Step.Acting acting = acting(section);
        int line = section.spot().line();
        Optional<Node> node = section.require("convert");
        if (node.isPresent() && node.get() instanceof Node.Text text) {
            return form(section, text).map(form -> new Step.Convert(Conversion.to(form), Map.of(), acting, line));
        }
        return node.flatMap(one -> Section.open("\"convert\"", one, problems))
                .flatMap(wanted -> convert(wanted, acting, line));
    }

    private Optional<Step> convert(Section wanted, Step.Acting acting, int line) {
        Optional<TargetFormat> form = wanted.requireText("to").flatMap(text -> form(wanted, text));
        PictureChoice pictures =
                choice(wanted, "pictures", PictureChoice::findByWord, PictureChoice.words(), PictureChoice.AS_THEY_ARE);
        int quality = whole(wanted, "quality", 1, 100).orElse(PageLook.USUAL_QUALITY);
        Optional<Paper> paper = wanted.findText("paper").flatMap(text -> {
            Optional<Paper> found = Paper.findByWord(text.text());
            if (found.isEmpty()) {
                wanted.report(text.spot(), "\"paper\" must be one of: " + String.join(", ", Paper.words()));
            }
            return found;
        });
        int dots = whole(wanted, "dots per inch", LEAST_DOTS, MOST_DOTS).orElse(Conversion.USUAL_DOTS);
        PdfaFallback otherwise =
                choice(wanted, "if not possible", PdfaFallback::findByWord, PdfaFallback.words(), PdfaFallback.FAIL);
        boolean attach = attach(wanted, form);
        boolean searchable = yes(wanted, "searchable", false);
        FlowOptions.Changes changes = choice(
                wanted,
                "tracked changes",
                FlowOptions.Changes::findByWord,
                FlowOptions.Changes.words(),
                FlowOptions.Changes.ACCEPTED);
        FlowOptions flow = new FlowOptions(changes, yes(wanted, "comments", false));
        Map<String, NamePattern> details = new LinkedHashMap<>();
        for (String detail : Step.Convert.DETAILS) {
            wanted.findText(detail).flatMap(slots::pattern).ifPresent(pattern -> details.put(detail, pattern));
        }
        wanted.close();
        return form.map(to -> new Step.Convert(
                new Conversion(
                        to,
                        new PageLook(pictures, quality, paper),
                        dots,
                        otherwise,
                        Conversion.Saying.NOTHING,
                        attach,
                        searchable,
                        ReadingOptions.USUAL,
                        flow),
                details,
                acting,
                line));
    }

    private static boolean attach(Section wanted, Optional<TargetFormat> form) {
        Optional<Node> node = wanted.find("attach original");
        boolean attach = node.isPresent() && wanted.yes("attach original");
        boolean may =
                form.flatMap(TargetFormat::pdf).filter(PdfTarget::mayCarryFiles).isPresent();
        if (attach && form.isPresent() && !may) {
            wanted.report(node.get().spot(), "\"attach original\" is only allowed with PDF and PDF/A-3b");
        }
        return attach;
    }

    private static Optional<TargetFormat> form(Section section, Node.Text text) {
        Optional<TargetFormat> form = TargetFormat.findByWord(text.text());
        if (form.isEmpty()) {
            section.report(
                    text.spot(),
                    "\"convert\" must be one of: " + String.join(", ", TargetFormat.words()) + "; not " + text.kind());
        }
        return form;
    }

    private static <T> T choice(
            Section section, String word, Function<String, Optional<T>> find, List<String> words, T usual) {
        Optional<Node.Text> text = section.findText(word);
        Optional<T> found = text.flatMap(written -> find.apply(written.text()));
        if (text.isPresent() && found.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be one of: " + String.join(", ", words) + "; not "
                            + text.get().kind());
        }
        return found.orElse(usual);
    }

    private static OptionalInt whole(Section section, String word, int least, int most) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return OptionalInt.empty();
        }
        if (text.get().text().matches("\\d{1,6}")) {
            int value = Integer.parseInt(text.get().text());
            if (value >= least && value <= most) {
                return OptionalInt.of(value);
            }
        }
        section.report(
                text.get().spot(),
                "\"" + word + "\" must be a whole number from " + least + " to " + most + ", not "
                        + text.get().kind());
        return OptionalInt.empty();
    }

    Optional<Step> resize(Section section) {
        Step.Acting acting = acting(section);
        int line = section.spot().line();
        return section.require("resize")
                .flatMap(node -> Section.open("\"resize\"", node, problems))
                .map(wanted -> new Step.Resize(resizing(wanted), acting, line));
    }

    private static PictureResizer.Wanted resizing(Section wanted) {
        OptionalInt width = whole(wanted, "width", 1, MOST_POINTS_A_SIDE);
        OptionalInt height = whole(wanted, "height", 1, MOST_POINTS_A_SIDE);
        OptionalDouble percent = OptionalDouble.empty();
        Optional<Node.Text> written = wanted.findText("percent");
        if (written.isPresent()) {
            Matcher part = PERCENT.matcher(written.get().text());
            if (part.matches() && Double.parseDouble(part.group(1)) > 0) {
                percent = OptionalDouble.of(Double.parseDouble(part.group(1)));
            } else {
                wanted.report(
                        written.get().spot(),
                        "\"percent\" must be such as 50 %, not " + written.get().kind());
            }
        }
        if (percent.isPresent() && (width.isPresent() || height.isPresent())) {
            wanted.report(written.get().spot(), "\"percent\" can't be combined with \"width\" and \"height\"");
        }
        int quarters =
                switch (choice(wanted, "turn", Optional::of, List.of(), "no")) {
                    case "no" -> 0;
                    case "right" -> 1;
                    case "half" -> 2;
                    case "left" -> 3;
                    default -> {
                        wanted.report(wanted.spot(), "\"turn\" must be one of: left, right, half, no");
                        yield 0;
                    }
                };
        Optional<FileType> type = wanted.findText("to").flatMap(text -> {
            Optional<FileType> found = TargetFormat.findByWord(text.text())
                    .filter(form -> form.pdf().isEmpty())
                    .map(TargetFormat::type);
            if (found.isEmpty()) {
                wanted.report(text.spot(), "\"to\" must be one of: tiff, png, jpeg; not " + text.kind());
            }
            return found;
        });
        int quality = whole(wanted, "quality", 1, 100).orElse(PageLook.USUAL_QUALITY);
        wanted.close();
        return new PictureResizer.Wanted(width, height, percent, quarters, type, quality);
    }
}
