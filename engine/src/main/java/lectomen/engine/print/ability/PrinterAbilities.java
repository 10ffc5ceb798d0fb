package lectomen.engine.print.ability;

import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.ticket.TicketAttribute;

/**
 * What a printer says that it can do (RFC 8011, section 5.4). What it says nothing about, it is taken to be able to do: it refuses
 * the job where it is not.
 *
 * @param model empty where it does not say
 * @param supported by attribute of a ticket
 * @param usual what it does unless it is asked for something else, by attribute, in words
 * @param readyMedia those that are loaded now
 * @param formats media types of documents that it takes
 */
public record PrinterAbilities(
        String model,
        Map<TicketAttribute, List<IppValue>> supported,
        Map<TicketAttribute, String> usual,
        Set<String> readyMedia,
        Set<String> formats) {
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
        return Stream.concat(
                        Stream.of("printer-make-and-model", "media-ready", "document-format-supported"),
                        TicketAttribute.words().stream()
                                .flatMap(word -> Stream.of(word + "-supported", word + "-default")))
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
                texts(printer, "document-format-supported"));
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

    /** Whether the printer can do what a ticket asks for, as far as it says. */
    public boolean can(TicketAttribute attribute, String value) {
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
