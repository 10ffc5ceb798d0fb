package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.pdf.write.PictureChoice;
import lectomen.engine.prepare.Preparation;

/** The steps that work on a document's pages, as sentences. */
final class PageStepSentences {
    private PageStepSentences() {}

    /** @param word of the step in the file */
    record Said(String word, String words) {}

    /** Empty for a step of another kind. */
    static Optional<Said> of(Step step) {
        if (step instanceof Step.Prepare prepare) {
            return said(
                    "prepare pages",
                    "Prepares the pages" + of(prepare.acting()) + ": "
                            + SentenceBlanks.of(prepared(prepare.wanted()), "prepare pages") + as(prepare.acting())
                            + ".");
        }
        if (step instanceof Step.Convert convert) {
            return said(
                    "convert",
                    "Converts " + what(convert.acting()) + " to "
                            + SentenceBlanks.of(convert.wanted().form().word() + converted(convert), "convert")
                            + as(convert.acting()) + ".");
        }
        if (step instanceof Step.Resize resize) {
            return said(
                    "resize",
                    "Makes " + what(resize.acting()) + " " + SentenceBlanks.of(resized(resize.wanted()), "resize")
                            + as(resize.acting()) + ".");
        }
        if (step instanceof Step.ReadText read) {
            String what = read.of().equals(Step.Acting.MAIN) ? "the text" : "the text of the " + read.of();
            return said("read text", "Reads " + SentenceBlanks.of(what + read(read.wish()), "read text") + ".");
        }
        return Optional.empty();
    }

    private static Optional<Said> said(String word, String words) {
        return Optional.of(new Said(word, words));
    }

    private static String read(ReadingOptions wish) {
        StringBuilder how = new StringBuilder();
        if (!wish.languages().isEmpty()) {
            how.append(" in ")
                    .append(wish.languages().stream()
                            .map(language -> Locale.forLanguageTag(language).getDisplayLanguage(Locale.ENGLISH))
                            .collect(Collectors.joining(" and ")));
        }
        if (!wish.pages().equals(PageChoice.ALL)) {
            how.append(", pages ").append(wish.pages().words());
        }
        switch (wish.care()) {
            case QUICK -> how.append(", quickly");
            case CAREFUL -> how.append(", thoroughly");
            case USUAL -> {}
        }
        switch (wish.layer()) {
            case ALL -> how.append("; existing PDF text is used");
            case NONE -> how.append("; existing text on pictures is not used");
            case GOOD -> {}
        }
        return how.toString();
    }

    private static String what(Step.Acting acting) {
        return acting.of().equals(Step.Acting.MAIN) ? "it" : "the " + acting.of();
    }

    private static String of(Step.Acting acting) {
        return acting.of().equals(Step.Acting.MAIN) ? "" : " of the " + acting.of();
    }

    private static String as(Step.Acting acting) {
        return acting.onMain() ? "" : ", as " + SentenceBlanks.of(acting.as(), "as");
    }

    private static String prepared(Preparation wanted) {
        List<String> done = new ArrayList<>();
        add(done, wanted.findPage(), "the sheet cut out of its photograph");
        add(done, wanted.upright(), "turned upright");
        add(done, wanted.straighten(), "straightened");
        add(done, wanted.cleanEdges(), "borders and punched holes removed");
        add(done, wanted.removeSpecks(), "specks removed");
        add(done, wanted.blackAndWhite(), "converted to black and white");
        add(done, wanted.crop(), "cut to what is on them");
        wanted.blankBelow().ifPresent(ink -> done.add("those with less than " + ink + " mm² of ink dropped"));
        return done.isEmpty() ? "nothing" : String.join(", ", done);
    }

    private static void add(List<String> done, boolean wanted, String words) {
        if (wanted) {
            done.add(words);
        }
    }

    private static String converted(Step.Convert convert) {
        Conversion wanted = convert.wanted();
        List<String> how = new ArrayList<>();
        add(how, wanted.look().pictures() == PictureChoice.LAYERED, "pictures in layers");
        add(
                how,
                wanted.look().pictures() == PictureChoice.JPEG,
                "pictures as JPEG of " + wanted.look().quality() + " %");
        wanted.look().paper().ifPresent(paper -> how.add("fitted to " + paper.word()));
        Step.Convert.DETAILS.forEach(
                detail -> Optional.ofNullable(convert.details().get(detail))
                        .map(NamePattern::source)
                        .ifPresent(pattern -> how.add(detail + " " + pattern)));
        add(how, wanted.searchable(), "searchable");
        add(how, wanted.attachOriginal(), "carrying the original");
        add(
                how,
                wanted.flow().changes() != FlowOptions.Changes.ACCEPTED,
                "tracked changes " + wanted.flow().changes().word());
        add(how, wanted.flow().comments(), "comments at its end");
        boolean mayFail =
                wanted.form().pdf().filter(target -> target.isArchive()).isPresent();
        add(how, mayFail && wanted.ifNotPossible() == PdfaFallback.KEEP, "left unchanged if that is not possible");
        add(
                how,
                mayFail && wanted.ifNotPossible() == PdfaFallback.PICTURES,
                "pictures of its pages where that can't be");
        return how.isEmpty() ? "" : ", " + String.join(", ", how);
    }

    private static String resized(PictureResizer.Wanted wanted) {
        List<String> how = new ArrayList<>();
        side(how, wanted.width(), "wide");
        side(how, wanted.height(), "high");
        wanted.percent().ifPresent(percent -> how.add(percent + " % of its size"));
        switch (wanted.quarters()) {
            case 1 -> how.add("turned to the right");
            case 2 -> how.add("turned upside down");
            case 3 -> how.add("turned to the left");
            default -> {}
        }
        wanted.type().ifPresent(type -> how.add("a " + type.word()));
        return how.isEmpty() ? "as it is" : String.join(", ", how);
    }

    private static void side(List<String> how, OptionalInt points, String word) {
        points.ifPresent(count -> how.add("at most " + count + " points " + word));
    }
}
