package lectomen.engine.print.ability;

import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.print.ticket.TicketPlacing;

/**
 * What a printer says that it can do (RFC 8011, section 5.4). What it says nothing about, it is taken to be able to do: it refuses
 * the job where it is not.
 *
 * @param model empty where it does not say
 * @param supported by attribute of a ticket
 * @param usual what it does unless it is asked for something else, by attribute, in words
 * @param readyMedia those that are loaded now
 * @param formats media types of documents that it takes
 * @param drawing of pages that are drawn for it
 */
public record PrinterAbilities(
        String model,
        Map<TicketAttribute, List<IppValue>> supported,
        Map<TicketAttribute, String> usual,
        Set<String> readyMedia,
        Set<String> formats,
        DrawingAbilities drawing) {
    private static final String LARGEST = "custom_max_";
    private static final String SMALLEST = "custom_min_";

    public PrinterAbilities {
        supported = copy(supported);
        usual = copy(usual);
        readyMedia = new LinkedHashSet<>(readyMedia);
        formats = new LinkedHashSet<>(formats);
    }

    private static <V> Map<TicketAttribute, V> copy(Map<TicketAttribute, V> map) {
        Map<TicketAttribute, V> copy = new EnumMap<>(TicketAttribute.class);
        copy.putAll(map);
        return copy;
    }

    /** The attributes to ask a printer for. */
    public static String[] attributes() {
        Stream<String> own = Stream.of("printer-make-and-model", "media-ready", "document-format-supported");
        Stream<String> ofTickets =
                TicketAttribute.words().stream().flatMap(word -> Stream.of(word + "-supported", word + "-default"));
        return Stream.of(own, ofTickets, DrawingAbilities.attributes())
                .flatMap(names -> names)
                .toArray(String[]::new);
    }

    /** Those that a printer's answer tells. */
    public static PrinterAbilities of(IppGroup printer) {
        Map<TicketAttribute, List<IppValue>> supported = new EnumMap<>(TicketAttribute.class);
        Map<TicketAttribute, String> usual = new EnumMap<>(TicketAttribute.class);
        for (TicketAttribute attribute : TicketAttribute.values()) {
            printer.find(attribute.word() + "-supported")
                    .map(IppAttribute::values)
                    .filter(values -> values.stream().noneMatch(IppValue.OutOfBand.class::isInstance))
                    .ifPresent(values -> supported.put(attribute, values));
            printer.find(attribute.word() + "-default")
                    .map(IppAttribute::first)
                    .filter(value -> !(value instanceof IppValue.OutOfBand))
                    .ifPresent(value -> usual.put(attribute, attribute.word(value)));
        }
        return new PrinterAbilities(
                printer.find("printer-make-and-model")
                        .map(one -> text(one.first()))
                        .orElse(""),
                supported,
                usual,
                texts(printer, "media-ready"),
                texts(printer, "document-format-supported"),
                DrawingAbilities.of(printer));
    }

    private static Set<String> texts(IppGroup printer, String name) {
        Set<String> texts = new LinkedHashSet<>();
        printer.find(name).ifPresent(found -> found.values().forEach(value -> texts.add(text(value))));
        texts.remove("");
        return texts;
    }

    private static String text(IppValue value) {
        return value instanceof IppValue.Text text
                ? text.text()
                : value instanceof IppValue.InLanguage text ? text.text() : "";
    }

    /** The values of an attribute in the words of tickets; empty where the printer does not say. */
    public List<String> words(TicketAttribute attribute) {
        return supported.getOrDefault(attribute, List.of()).stream()
                .map(attribute::word)
                .toList();
    }

    /**
     * How sheets of a document are drawn; empty where it is sent as it is. That is also so where the printer does not say what it
     * takes, or takes nothing that can be drawn: it refuses the document then.
     *
     * @param format of the document
     * @param ticket by the words of IPP
     */
    public Optional<SheetDrawing> findDrawing(String format, Map<String, String> ticket) {
        return formats.isEmpty() || formats.contains(format) ? Optional.empty() : SheetDrawing.choose(this, ticket);
    }

    /** How the printer lays out pages that are sent to it. @param ticket by the words of IPP */
    public SheetLayout layout(Map<String, String> ticket) {
        return new SheetLayout(withUsualMedia(ticket), drawing.margins().orElse(TicketPlacing.USUAL_MARGINS));
    }

    /** With the medium that the printer takes where the ticket names none. */
    private Map<String, String> withUsualMedia(Map<String, String> ticket) {
        if (TicketPlacing.isOnSheetsOfItsOwn(ticket)) {
            return ticket;
        }
        Map<String, String> whole = new TreeMap<>(ticket);
        Optional.ofNullable(usual.get(TicketAttribute.MEDIA))
                .filter(media -> MediaSize.find(media).isPresent())
                .ifPresent(media -> whole.putIfAbsent(TicketAttribute.MEDIA.word(), media));
        return whole;
    }

    /** Whether the printer can do what a ticket asks for, as far as it says. */
    public boolean can(TicketAttribute attribute, String value) {
        boolean sendsPdf = formats.isEmpty() || formats.contains(FileType.PDF.mediaType());
        return says(attribute, value) || (!sendsPdf && SheetDrawing.does(this, attribute));
    }

    /** Whether the printer says that it can do it itself, or says nothing of it. */
    boolean says(TicketAttribute attribute, String value) {
        List<IppValue> known = supported.getOrDefault(attribute, List.of());
        Optional<IppAttribute> asked = attribute.read(value);
        if (known.isEmpty() || asked.isEmpty()) {
            return true;
        }
        return switch (attribute) {
            case MEDIA -> known.contains(asked.get().first()) || isWithinCustomSizes(value);
            case PAGE_RANGES -> !known.contains(new IppValue.Bool(false));
            case JOB_PRIORITY -> true; // the number says how many levels it knows; it takes any and rounds
            default -> asked.get().values().stream().allMatch(one -> contains(known, one));
        };
    }

    private static boolean contains(List<IppValue> known, IppValue asked) {
        if (known.contains(asked)) {
            return true;
        }
        return asked instanceof IppValue.Whole number
                && known.stream()
                        .anyMatch(one -> one instanceof IppValue.Range range
                                && range.from() <= number.value()
                                && number.value() <= range.to());
    }

    private boolean isWithinCustomSizes(String media) {
        Optional<MediaSize> smallest = custom(SMALLEST);
        Optional<MediaSize> largest = custom(LARGEST);
        return MediaSize.find(media)
                .filter(size -> largest.filter(one -> one.covers(size)).isPresent()
                        && smallest.filter(size::covers).isPresent())
                .isPresent();
    }

    private Optional<MediaSize> custom(String beginning) {
        return words(TicketAttribute.MEDIA).stream()
                .filter(name -> name.startsWith(beginning))
                .flatMap(name -> MediaSize.find(name).stream())
                .findFirst();
    }
}
