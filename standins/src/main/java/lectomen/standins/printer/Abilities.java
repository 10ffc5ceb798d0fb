package lectomen.standins.printer;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppOperation;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;

/** What the printer can do: an office printer for A4 and A3, on both sides, in colour. */
final class Abilities {
    static final List<String> FORMATS = List.of("application/pdf", "image/jpeg", "image/pwg-raster", "text/plain");
    private static final int MOST_COPIES = 99;
    private static final int DOTS = 600;

    /** In hundredths of a millimetre. */
    private static final int MARGIN = 400;

    /** Keywords that each attribute of a ticket can have, the default first. */
    private static final Map<String, List<String>> KEYWORDS = Map.of(
            "media", List.of("iso_a4_210x297mm", "iso_a3_297x420mm", "iso_a5_148x210mm"),
            "sides", List.of("one-sided", "two-sided-long-edge", "two-sided-short-edge"),
            "print-color-mode", List.of("color", "monochrome", "auto"),
            "print-scaling", List.of("auto", "fit", "fill", "none"),
            "output-bin", List.of("face-down"),
            "job-sheets", List.of("none", "standard"),
            "media-source", List.of("tray-1", "tray-2"),
            "job-hold-until", List.of("no-hold", "indefinite"));

    /** Numbers that stand for something: portrait and so on; draft, normal, high; no finishing, staple. */
    private static final Map<String, List<Integer>> NUMBERS = Map.of(
            "orientation-requested", List.of(3, 4, 5, 6),
            "print-quality", List.of(4, 3, 5),
            "finishings", List.of(3, 4));

    private Abilities() {}

    /** The attributes that say so. @param formats that it takes */
    static Stream<IppAttribute> attributes(List<String> formats) {
        Stream<IppAttribute> words = KEYWORDS.entrySet().stream()
                .flatMap(one -> Stream.of(
                        IppAttribute.of(
                                one.getKey() + "-supported",
                                IppTag.KEYWORD,
                                one.getValue().toArray(String[]::new)),
                        IppAttribute.of(
                                one.getKey() + "-default",
                                IppTag.KEYWORD,
                                one.getValue().get(0))));
        Stream<IppAttribute> numbers = NUMBERS.entrySet().stream()
                .flatMap(one -> Stream.of(
                        new IppAttribute(
                                one.getKey() + "-supported",
                                one.getValue().stream()
                                        .map(number -> (IppValue) new IppValue.Enumerated(number))
                                        .toList()),
                        IppAttribute.of(
                                one.getKey() + "-default",
                                new IppValue.Enumerated(one.getValue().get(0)))));
        Stream<IppAttribute> rest = Stream.of(
                IppAttribute.of("copies-supported", new IppValue.Range(1, MOST_COPIES)),
                IppAttribute.of("copies-default", new IppValue.Whole(1)),
                IppAttribute.of("page-ranges-supported", new IppValue.Bool(true)),
                IppAttribute.of("media-ready", IppTag.KEYWORD, "iso_a4_210x297mm", "iso_a3_297x420mm"),
                IppAttribute.of("color-supported", new IppValue.Bool(true)),
                IppAttribute.of(
                        "printer-resolution-supported",
                        new IppValue.Resolution(DOTS, DOTS, IppValue.PerUnit.DOTS_PER_INCH)),
                IppAttribute.of(
                        "printer-resolution-default",
                        new IppValue.Resolution(DOTS, DOTS, IppValue.PerUnit.DOTS_PER_INCH)),
                IppAttribute.of("document-format-supported", IppTag.MIME_MEDIA_TYPE, formats.toArray(String[]::new)),
                IppAttribute.of("document-format-default", IppTag.MIME_MEDIA_TYPE, formats.get(0)),
                new IppAttribute(
                        "operations-supported",
                        Stream.of(IppOperation.values())
                                .map(operation -> (IppValue) new IppValue.Enumerated(operation.code()))
                                .toList()),
                IppAttribute.of("ipp-versions-supported", IppTag.KEYWORD, "1.1", "2.0"),
                IppAttribute.of("charset-configured", IppTag.CHARSET, "utf-8"),
                IppAttribute.of("charset-supported", IppTag.CHARSET, "utf-8"),
                IppAttribute.of("natural-language-configured", IppTag.NATURAL_LANGUAGE, "en"),
                IppAttribute.of("generated-natural-language-supported", IppTag.NATURAL_LANGUAGE, "en"),
                IppAttribute.of("compression-supported", IppTag.KEYWORD, "none"),
                IppAttribute.of("pdl-override-supported", IppTag.KEYWORD, "attempted"),
                IppAttribute.of("uri-authentication-supported", IppTag.KEYWORD, "none"),
                IppAttribute.of("uri-security-supported", IppTag.KEYWORD, "none"),
                IppAttribute.of("multiple-document-jobs-supported", new IppValue.Bool(false)));
        return Stream.of(words, numbers, rest, drawn()).flatMap(part -> part);
    }

    /** Of pages that are drawn for it. */
    private static Stream<IppAttribute> drawn() {
        Stream<IppAttribute> margins = Stream.of("left", "top", "right", "bottom")
                .map(side -> IppAttribute.of("media-" + side + "-margin-supported", new IppValue.Whole(MARGIN)));
        IppAttribute dots = new IppAttribute(
                "pwg-raster-document-resolution-supported",
                Stream.of(150, 300, DOTS)
                        .map(one -> (IppValue) new IppValue.Resolution(one, one, IppValue.PerUnit.DOTS_PER_INCH))
                        .toList());
        return Stream.concat(
                margins,
                Stream.of(
                        dots,
                        IppAttribute.of("pwg-raster-document-sheet-back", IppTag.KEYWORD, "rotated"),
                        IppAttribute.of(
                                "pwg-raster-document-type-supported", IppTag.KEYWORD, "black_1", "sgray_8", "srgb_8")));
    }

    /** What of a ticket it can't do. */
    static List<IppAttribute> unsupported(List<IppAttribute> ticket) {
        return ticket.stream().filter(one -> !can(one)).toList();
    }

    private static boolean can(IppAttribute asked) {
        IppValue value = asked.first();
        if (value instanceof IppValue.Collection media && asked.name().equals("media-col")) {
            return media.members().stream().allMatch(member -> member.name().equals("media-size") || can(member));
        }
        if (asked.name().equals("page-ranges")) {
            return asked.values().stream().allMatch(IppValue.Range.class::isInstance);
        }
        if (asked.name().equals("copies")) {
            return value instanceof IppValue.Whole copies && copies.value() >= 1 && copies.value() <= MOST_COPIES;
        }
        Optional<List<String>> keywords = Optional.ofNullable(KEYWORDS.get(asked.name()));
        if (keywords.isPresent()) {
            return value instanceof IppValue.Text text && keywords.get().contains(text.text());
        }
        return value instanceof IppValue.Enumerated number
                && NUMBERS.getOrDefault(asked.name(), List.of()).contains(number.value());
    }
}
