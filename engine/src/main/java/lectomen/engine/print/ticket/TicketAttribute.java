package lectomen.engine.print.ticket;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.media.MediaSize;

/** What a ticket can ask for, in the words of IPP (RFC 8011, section 5.2; PWG 5100). */
public enum TicketAttribute {
    MEDIA(TicketAttribute::keyword, "a keyword such as iso_a4_210x297mm"),
    MEDIA_SOURCE(TicketAttribute::keyword, "a tray, as the printer calls it, such as tray-1"),
    SIDES(keywords("one-sided", "two-sided-long-edge", "two-sided-short-edge")),
    COPIES(number(1, 9_999), "a number from 1 to 9999"),
    PRINT_COLOR_MODE(keywords("auto", "color", "monochrome", "bi-level")),
    PRINT_QUALITY(numbered(Map.of("draft", 3, "normal", 4, "high", 5))),
    PRINT_SCALING(keywords("auto", "auto-fit", "fit", "fill", "none")),
    ORIENTATION_REQUESTED(
            numbered(Map.of("portrait", 3, "landscape", 4, "reverse-landscape", 5, "reverse-portrait", 6))),
    NUMBER_UP(number(1, 64), "a number from 1 to 64"),
    PAGE_RANGES(TicketAttribute::ranges, "pages such as 1-4, 7"),
    FINISHINGS(numbered(Map.of("none", 3, "staple", 4, "punch", 5, "cover", 6, "bind", 7, "fold", 10, "trim", 11))),
    OUTPUT_BIN(TicketAttribute::keyword, "a keyword such as face-down"),
    JOB_SHEETS(TicketAttribute::keyword, "none, standard, or another banner page of the printer"),
    JOB_HOLD_UNTIL(keywords("no-hold", "indefinite", "day-time", "evening", "night", "weekend")),
    JOB_PRIORITY(number(1, 100), "a number from 1 to 100");

    private static final Pattern KEYWORD = Pattern.compile("[a-z0-9][a-z0-9_.-]{0,200}");
    private static final Pattern RANGE = Pattern.compile("(\\d{1,6})(?:-(\\d{1,6}))?");

    private final Function<String, Optional<List<IppValue>>> reader;
    private final String expected;
    /** All that there can be; empty where that is not known. */
    private final List<String> words;

    TicketAttribute(Function<String, Optional<List<IppValue>>> reader, String expected) {
        this.reader = reader;
        this.expected = expected;
        this.words = List.of();
    }

    TicketAttribute(Known known) {
        this.reader = known.reader();
        this.expected = "one of " + String.join(", ", known.words());
        this.words = known.words();
    }

    /** Words that are all that there can be. */
    private record Known(List<String> words, Function<String, Optional<List<IppValue>>> reader) {}

    /** As it is called in rules and in messages, such as {@code print-color-mode}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static List<String> words() {
        return Stream.of(values()).map(TicketAttribute::word).toList();
    }

    /** What values look like, for messages. */
    public String expected() {
        return expected;
    }

    /** Empty where the text is no such value. */
    public Optional<IppAttribute> read(String text) {
        return reader.apply(text.strip()).map(values -> new IppAttribute(word(), values));
    }

    /** How a value of it is written in a ticket. */
    public String word(IppValue value) {
        if (value instanceof IppValue.Text text) {
            return text.text();
        }
        if (value instanceof IppValue.Range range) {
            return range.from() + "-" + range.to();
        }
        if (value instanceof IppValue.Whole number) {
            return Integer.toString(number.value());
        }
        if (value instanceof IppValue.Bool bool) {
            return bool.value() ? "yes" : "no";
        }
        if (value instanceof IppValue.Enumerated number) {
            return words.stream()
                    .filter(word ->
                            reader.apply(word).filter(List.of(value)::equals).isPresent())
                    .findFirst()
                    .orElse(Integer.toString(number.value()));
        }
        return value.toString();
    }

    public static Optional<TicketAttribute> find(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    /** The attributes of a ticket, by words. Each was read before. */
    public static List<IppAttribute> attributes(Map<String, String> ticket) {
        Optional<IppAttribute> tray =
                Optional.ofNullable(ticket.get(MEDIA_SOURCE.word())).flatMap(MEDIA_SOURCE::read);
        List<IppAttribute> attributes = new ArrayList<>();
        for (TicketAttribute one : values()) {
            if (tray.isEmpty() || (one != MEDIA && one != MEDIA_SOURCE)) {
                Optional.ofNullable(ticket.get(one.word())).flatMap(one::read).ifPresent(attributes::add);
            }
        }
        tray.ifPresent(one -> attributes.add(withPaper(one, ticket)));
        return attributes;
    }

    /** A tray is asked for together with the size of its paper (PWG 5100.7, section 6.3). */
    private static IppAttribute withPaper(IppAttribute tray, Map<String, String> ticket) {
        List<IppAttribute> members = new ArrayList<>();
        MediaSize.find(ticket.getOrDefault(MEDIA.word(), ""))
                .ifPresent(size -> members.add(IppAttribute.of(
                        "media-size",
                        new IppValue.Collection(List.of(
                                IppAttribute.of("x-dimension", hundredths(size.width())),
                                IppAttribute.of("y-dimension", hundredths(size.height())))))));
        members.add(tray);
        return IppAttribute.of("media-col", new IppValue.Collection(members));
    }

    private static IppValue hundredths(double millimetres) {
        return new IppValue.Whole((int) Math.round(millimetres * 100));
    }

    private static Optional<List<IppValue>> keyword(String text) {
        return KEYWORD.matcher(text).matches()
                ? Optional.of(List.of(new IppValue.Text(IppTag.KEYWORD, text)))
                : Optional.empty();
    }

    private static Known keywords(String... words) {
        List<String> known = List.of(words);
        return new Known(known, text -> known.contains(text) ? keyword(text) : Optional.empty());
    }

    private static Known numbered(Map<String, Integer> numbers) {
        return new Known(numbers.keySet().stream().sorted().toList(), text -> Optional.ofNullable(numbers.get(text))
                .map(number -> List.of(new IppValue.Enumerated(number))));
    }

    private static Function<String, Optional<List<IppValue>>> number(int least, int most) {
        return text -> text.matches("\\d{1,5}") && Integer.parseInt(text) >= least && Integer.parseInt(text) <= most
                ? Optional.of(List.of(new IppValue.Whole(Integer.parseInt(text))))
                : Optional.empty();
    }

    /** In order, and apart from each other, as the standard asks for. */
    private static Optional<List<IppValue>> ranges(String text) {
        List<IppValue> ranges = new ArrayList<>();
        int before = 0;
        for (String part : text.split(",")) {
            Matcher range = RANGE.matcher(part.strip());
            if (!range.matches()) {
                return Optional.empty();
            }
            int from = Integer.parseInt(range.group(1));
            int to = range.group(2) == null ? from : Integer.parseInt(range.group(2));
            if (from <= before || to < from) {
                return Optional.empty();
            }
            ranges.add(new IppValue.Range(from, to));
            before = to;
        }
        return Optional.of(ranges);
    }
}
