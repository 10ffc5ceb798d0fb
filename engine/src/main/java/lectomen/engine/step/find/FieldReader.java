package lectomen.engine.step.find;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.data.DataFormat;
import lectomen.engine.extract.Checks;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.Label;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.rulefile.SidecarExpression;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads one field of a {@code find} step: its extractors, type and constraints. */
final class FieldReader {
    /** In the order in which they are tried. */
    private static final Map<String, FieldSpec.Where> PLACES = new LinkedHashMap<>();

    static {
        PLACES.put("near", FieldSpec.Where.NEAR);
        PLACES.put("right of", FieldSpec.Where.RIGHT_OF);
        PLACES.put("below", FieldSpec.Where.BELOW);
    }

    private static final Pattern LENGTH = Pattern.compile("(-?\\d{1,5}(?:\\.\\d{1,3})?) ?(mm|in|pt|%)");
    private static final Pattern RANGE = Pattern.compile("(\\d{1,4})(?: to (\\d{1,4}))?");
    private static final int DEEPEST_LEVEL = 9;

    private final Site site;
    private final List<Problem> problems;
    private final SlotReader slots;
    private final String name;
    private final Node.Spot spot;
    private final Section section;

    /** @param slots what may stand in braces up to here */
    FieldReader(Site site, List<Problem> problems, SlotReader slots, Node.Text name, Section section) {
        this.site = site;
        this.problems = problems;
        this.slots = slots;
        this.name = name.text();
        this.spot = name.spot();
        this.section = section;
    }

    Optional<FieldSpec> read() {
        Optional<Pattern> pattern = section.findText("pattern").flatMap(text -> Section.pattern(text, problems));
        boolean patternGiven = section.find("pattern").isPresent();
        List<Extractor> ways = ways();
        if (ways.isEmpty() && patternGiven) {
            ways = List.of(new FieldSpec.Place(FieldSpec.Where.ANYWHERE, List.of()));
        }
        FieldType type = type();
        String form = form(type);
        boolean required = section.yes("required");
        FieldSpec.Take take = take();
        Checks checks = checks(type);
        String otherwise = section.findText("default").map(Node.Text::text).orElse("");
        section.close();
        if (ways.isEmpty()) {
            report(
                    spot,
                    "field \"" + name + "\" needs a place to look: near, right of, below, column, zone, a pattern, "
                            + "in file name, folder level, property, file time, sender, sidecar, value or look up");
            return Optional.empty();
        }
        boolean near = ways.stream()
                .anyMatch(way -> way instanceof FieldSpec.Place place && place.where() == FieldSpec.Where.NEAR);
        if (near && !patternGiven) {
            report(spot, "\"near\" needs a \"pattern\", to know which text near the label counts");
            return Optional.empty();
        }
        if (required && !otherwise.isEmpty()) {
            report(spot, "field \"" + name + "\" is required and has a default; one of them is too much");
        }
        return Optional.of(
                new FieldSpec(name, type, required, ways, pattern, form, take, checks, otherwise, spot.line()));
    }

    private List<Extractor> ways() {
        List<Extractor> ways = new ArrayList<>();
        int lines = lines();
        List<Label> ends =
                Label.all(section.texts("ends at").stream().map(Node.Text::text).toList());
        PLACES.forEach((word, where) -> {
            List<String> labels =
                    section.texts(word).stream().map(Node.Text::text).toList();
            if (!labels.isEmpty()) {
                ways.add(new FieldSpec.Place(where, Label.all(labels), lines, ends));
            }
        });
        List<String> headers =
                section.texts("column").stream().map(Node.Text::text).toList();
        if (!headers.isEmpty()) {
            ways.add(new Extractor.Column(Label.all(headers)));
        }
        section.find("zone").flatMap(this::zone).ifPresent(ways::add);
        section.findText("in file name")
                .flatMap(text -> Section.pattern(text, problems))
                .map(FieldSources::fileName)
                .ifPresent(ways::add);
        section.findText("folder level").flatMap(this::level).ifPresent(ways::add);
        section.findText("property")
                .map(text -> FieldSources.property(text.text()))
                .ifPresent(ways::add);
        section.findText("file time").flatMap(this::time).ifPresent(ways::add);
        section.texts("sender").forEach(text -> sender(text).ifPresent(ways::add));
        section.texts("sidecar").forEach(text -> {
            SidecarExpression.check(text, EnumSet.allOf(DataFormat.class), problems);
            ways.add(new Extractor.InSidecar(text.text()));
        });
        section.find("look up").flatMap(this::lookUp).ifPresent(ways::add);
        section.findText("value")
                .flatMap(slots::pattern)
                .map(pattern -> FieldSources.value(pattern, site.locale()))
                .ifPresent(ways::add);
        return ways;
    }

    private int lines() {
        Optional<Node.Text> lines = section.findText("lines");
        if (lines.isPresent() && !lines.get().text().matches("[1-9]")) {
            report(
                    lines.get().spot(),
                    "\"lines\" must be a number from 1 to 9, not " + lines.get().kind());
            return 1;
        }
        return lines.map(text -> Integer.valueOf(text.text())).orElse(1);
    }

    private Optional<Extractor> level(Node.Text text) {
        if (!text.text().matches("[1-" + DEEPEST_LEVEL + "]")) {
            report(
                    text.spot(),
                    "\"folder level\" must be a number from 1 to " + DEEPEST_LEVEL
                            + ", counted from the hot folder, not " + text.kind());
            return Optional.empty();
        }
        return Optional.of(FieldSources.slot("folder level " + text.text(), "folder " + text.text()));
    }

    private Optional<Extractor> time(Node.Text text) {
        if (text.text().equals("arrived") || text.text().equals("modified")) {
            return Optional.of(FieldSources.slot("the day it was " + text.text(), text.text()));
        }
        report(text.spot(), "\"file time\" is arrived or modified, not " + text.kind());
        return Optional.empty();
    }

    private Optional<Extractor> sender(Node.Text text) {
        Optional<Extractor> way =
                switch (text.text()) {
                    case "owner", "user" -> Optional.of(FieldSources.slot("who sent it", "sender"));
                    case "subfolder" -> Optional.of(FieldSources.slot("its subfolder", "folder 1"));
                    default -> Optional.empty();
                };
        if (way.isEmpty()) {
            report(text.spot(), "\"sender\" is owner, user or subfolder, or some of them, not " + text.kind());
        }
        return way;
    }

    private Optional<Extractor> zone(Node node) {
        return Section.open("\"zone\"", node, problems).flatMap(zone -> {
            Optional<Node.Text> page = zone.findText("page");
            Optional<Extractor.Length> left = zone.requireText("left").flatMap(this::length);
            Optional<Extractor.Length> top = zone.requireText("top").flatMap(this::length);
            Optional<Extractor.Length> width = zone.requireText("width").flatMap(this::length);
            Optional<Extractor.Length> height = zone.requireText("height").flatMap(this::length);
            zone.close();
            int number = page.map(Node.Text::text)
                    .filter(text -> text.matches("[1-9]\\d{0,3}"))
                    .map(Integer::valueOf)
                    .orElse(page.isEmpty() ? 1 : page.get().text().equals("last") ? -1 : 0);
            if (number == 0) {
                report(page.map(Node.Text::spot).orElse(zone.spot()), "\"page\" must be a number, or last");
                return Optional.empty();
            }
            String words = "in the zone on " + (number < 0 ? "the last page" : "page " + number);
            return left.flatMap(l -> top.flatMap(
                    t -> width.flatMap(w -> height.map(h -> new Extractor.Zone(number, l, t, w, h, words)))));
        });
    }

    private Optional<Extractor.Length> length(Node.Text text) {
        Matcher matcher = LENGTH.matcher(text.text());
        if (!matcher.matches()) {
            report(text.spot(), "a length such as 20 mm, 1.5 in, 60 pt or 25 % is expected, not " + text.kind());
            return Optional.empty();
        }
        Extractor.Length.Unit unit =
                switch (matcher.group(2)) {
                    case "mm" -> Extractor.Length.Unit.MILLIMETRE;
                    case "in" -> Extractor.Length.Unit.INCH;
                    case "pt" -> Extractor.Length.Unit.POINT;
                    default -> Extractor.Length.Unit.PERCENT;
                };
        return Optional.of(new Extractor.Length(Double.parseDouble(matcher.group(1)), unit));
    }

    private Optional<Extractor> lookUp(Node node) {
        return Section.open("\"look up\"", node, problems).flatMap(lookUp -> {
            Optional<Node.Text> in = lookUp.requireText("in");
            Optional<Node.Text> by = lookUp.requireText("by").filter(slots::isKnown);
            Optional<Node.Text> column = lookUp.findText("column");
            Optional<Node.Text> give = lookUp.requireText("give");
            lookUp.close();
            Optional<LookupRef> table = in.flatMap(this::lookup);
            if (table.isEmpty() || by.isEmpty() || give.isEmpty()) {
                return Optional.empty();
            }
            Node.Text sought = column.orElse(by.get());
            boolean soughtIsColumn = isColumn(in.get(), table.get(), sought);
            boolean givenIsColumn = isColumn(in.get(), table.get(), give.get());
            return soughtIsColumn && givenIsColumn
                    ? Optional.of(FieldSources.lookUp(
                            in.get().text(),
                            by.get().text(),
                            sought.text(),
                            give.get().text()))
                    : Optional.empty();
        });
    }

    private Optional<LookupRef> lookup(Node.Text text) {
        LookupRef table = site.lookups().get(text.text());
        if (table == null) {
            Set<String> known = new TreeSet<>(site.lookups().keySet());
            report(
                    text.spot(),
                    "unknown lookup \"" + text.text() + "\""
                            + (known.isEmpty()
                                    ? "; there is none yet (lookup add)"
                                    : Section.suggestion(text.text(), known)));
        }
        return Optional.ofNullable(table);
    }

    private boolean isColumn(Node.Text lookup, LookupRef table, Node.Text column) {
        if (table.columns().contains(column.text())) {
            return true;
        }
        report(
                column.spot(),
                "lookup " + lookup.text() + " has no column \"" + column.text() + "\""
                        + Section.suggestion(column.text(), table.columns()));
        return false;
    }

    private FieldType type() {
        Optional<Node.Text> as = section.findText("as");
        Optional<FieldType> type = as.flatMap(text -> FieldType.findByWord(text.text()));
        if (as.isPresent() && type.isEmpty()) {
            report(
                    as.get().spot(),
                    "unknown type \"" + as.get().text() + "\"; the types are " + String.join(", ", FieldType.words()));
        }
        return type.orElse(FieldType.TEXT);
    }

    private String form(FieldType type) {
        Optional<Node.Text> form = section.findText("form");
        if (form.isEmpty()) {
            return "";
        }
        if (type != FieldType.DATE) {
            report(form.get().spot(), "\"form\" requires \"as: date\"");
            return "";
        }
        Optional<String> problem = FieldType.findFormProblem(form.get().text(), site.locale());
        problem.ifPresent(words -> report(form.get().spot(), "not a date format (such as dd/MM/yyyy): " + words));
        return problem.isEmpty() ? form.get().text() : "";
    }

    private FieldSpec.Take take() {
        Optional<Node.Text> text = section.findText("take");
        Optional<FieldSpec.Take> take = text.flatMap(word -> FieldSpec.Take.findByWord(word.text()));
        if (text.isPresent() && take.isEmpty()) {
            report(
                    text.get().spot(),
                    "\"take\" is first, last, all or only, not " + text.get().kind());
        }
        return take.orElse(FieldSpec.Take.FIRST);
    }

    private Checks checks(FieldType type) {
        Optional<Node.Text> length = section.findText("length");
        Matcher range = RANGE.matcher(length.map(Node.Text::text).orElse("0 to 9999"));
        boolean ranged = range.matches();
        if (!ranged) {
            report(
                    length.map(Node.Text::spot).orElse(spot),
                    "\"length\" must be a number of characters, or two: 3 to 10");
        }
        int shortest = ranged ? Integer.parseInt(range.group(1)) : 0;
        int longest = ranged && range.group(2) != null ? Integer.parseInt(range.group(2)) : shortest;
        Optional<Pattern> form = section.findText("must fit").flatMap(text -> Section.pattern(text, problems));
        String least = limit("at least", type);
        String most = limit("at most", type);
        List<String> oneOf =
                section.texts("one of").stream().map(Node.Text::text).toList();
        if (type == FieldType.CHOICE && oneOf.isEmpty()) {
            report(spot, "\"as: choice\" needs \"one of:\", to know between what");
        }
        Optional<Checks.InLookup> lookup = section.find("check in").flatMap(this::checkIn);
        String say = section.findText("say").map(Node.Text::text).orElse("");
        return new Checks(
                shortest, length.isEmpty() ? Integer.MAX_VALUE : longest, form, least, most, oneOf, lookup, say);
    }

    /** A limit in the spelling that values of the type are kept in. */
    private String limit(String word, FieldType type) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return "";
        }
        try {
            switch (type) {
                case DATE -> LocalDate.parse(text.get().text());
                case NUMBER, MONEY -> new BigDecimal(text.get().text());
                case TEXT, YES_NO, CHOICE, LIST ->
                    report(text.get().spot(), "\"" + word + "\" requires \"as: date\", number or money");
            }
            return text.get().text();
        } catch (DateTimeException | NumberFormatException e) {
            report(
                    text.get().spot(),
                    "\"" + word + "\" must be "
                            + (type == FieldType.DATE ? "a day such as 2027-03-01" : "a number such as 12.50")
                            + ", not " + text.get().kind());
            return "";
        }
    }

    private Optional<Checks.InLookup> checkIn(Node node) {
        if (node instanceof Node.Text text) {
            return lookup(text).filter(table -> !table.columns().isEmpty()).map(table -> {
                String column =
                        table.columns().contains(name) ? name : table.columns().get(0);
                return new Checks.InLookup(text.text(), column, false);
            });
        }
        return Section.open("\"check in\"", node, problems).flatMap(checkIn -> {
            Optional<Node.Text> in = checkIn.requireText("lookup");
            Optional<Node.Text> column = checkIn.requireText("column");
            boolean nearest = checkIn.yes("take nearest");
            checkIn.close();
            return in.flatMap(this::lookup)
                    .flatMap(table -> column.filter(text -> isColumn(in.get(), table, text)))
                    .map(text -> new Checks.InLookup(in.get().text(), text.text(), nearest));
        });
    }

    private void report(Node.Spot at, String words) {
        Section.report(problems, at, words);
    }
}
