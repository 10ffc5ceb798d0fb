package lectomen.engine.rule;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.extract.TextSearch;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.rulefile.DurationText;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.rulefile.FileTypeReader;
import lectomen.engine.rulefile.NameParts;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.SidecarExpression;
import lectomen.engine.rulefile.TimesOfDay;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the conditions under {@code when:}. */
final class ConditionReader {
    private static final Pattern TIMES = Pattern.compile("(\\d{1,2}:\\d\\d) and (\\d{1,2}:\\d\\d)");
    private static final Pattern WHOLE_NUMBER = Pattern.compile("\\d{1,6}");
    private static final Pattern MILLIMETRES = Pattern.compile("(\\d{1,3}(?:\\.\\d)?) ?mm");

    @FunctionalInterface
    private interface Maker {
        Optional<Condition> make(ConditionReader reader, Node value, int line);
    }

    private static final Map<String, Maker> BY_WORD = new TreeMap<>();

    static {
        BY_WORD.put("all", (reader, value, line) -> reader.group(Condition.Junction.ALL, value, line));
        BY_WORD.put("any", (reader, value, line) -> reader.group(Condition.Junction.ANY, value, line));
        BY_WORD.put("none", (reader, value, line) -> reader.group(Condition.Junction.NONE, value, line));
        BY_WORD.put("type is", ConditionReader::typeIs);
        text("name like", FileConditions::nameLike);
        pattern("name matches", FileConditions::nameMatches);
        text("folder like", FileConditions::folderLike);
        text("text contains", TextConditions::contains);
        pattern("text matches", TextConditions::matches);
        BY_WORD.put("property", ConditionReader::property);
        BY_WORD.put("sidecar", ConditionReader::sidecar);
        BY_WORD.put("arrived between", ConditionReader::arrivedBetween);
        BY_WORD.put("arrived on", ConditionReader::arrivedOn);
        BY_WORD.put("sender is", (reader, value, line) -> reader.texts("sender is", value)
                .map(wanted -> FileConditions.sender(wanted, line)));
        BY_WORD.put("tagged", (reader, value, line) -> reader.texts("tagged", value)
                .map(wanted -> FileConditions.tagged(Set.copyOf(wanted), line)));
        text("spot colour like", PrintConditions::spotColour);
        BY_WORD.put("fonts missing", ConditionReader::fontsMissing);
        BY_WORD.put("content in margin", ConditionReader::inMargin);
        for (boolean atMost : new boolean[] {true, false}) {
            String limit = atMost ? " at most" : " at least";
            BY_WORD.put("size" + limit, (reader, value, line) -> reader.size(value, atMost, line));
            BY_WORD.put("age" + limit, (reader, value, line) -> reader.age(value, atMost, line));
            BY_WORD.put("pages" + limit, (reader, value, line) -> reader.pages("pages" + limit, value)
                    .map(number -> TextConditions.pages(number, atMost, line)));
            BY_WORD.put("colour pages" + limit, (reader, value, line) -> reader.pages("colour pages" + limit, value)
                    .map(number -> PrintConditions.colourPages(number, atMost, line)));
            BY_WORD.put(
                    "largest page" + limit,
                    (reader, value, line) -> reader.largestPage("largest page" + limit, value, atMost, line));
        }
    }

    private interface OfText<T> {
        Condition make(T value, int line);
    }

    private static void text(String word, OfText<String> of) {
        BY_WORD.put(word, (reader, value, line) -> reader.text(word, value).map(text -> of.make(text.text(), line)));
    }

    private static void pattern(String word, OfText<Pattern> of) {
        BY_WORD.put(word, (reader, value, line) -> reader.text(word, value)
                .flatMap(text -> Section.pattern(text, reader.problems))
                .map(pattern -> of.make(pattern, line)));
    }

    private final Site site;
    private final Parts parts;
    private final List<Problem> problems;

    ConditionReader(Site site, Parts parts, List<Problem> problems) {
        this.site = site;
        this.parts = parts;
        this.problems = problems;
    }

    static List<String> words() {
        return List.copyOf(BY_WORD.keySet());
    }

    /** Several conditions in one map must all hold. */
    Optional<Condition> read(Node node) {
        if (!(node instanceof Node.Entries map) || map.entries().isEmpty()) {
            report(node.spot(), "a condition is expected (such as text contains: PERMIT), not " + node.kind());
            return Optional.empty();
        }
        List<Condition> conditions = new ArrayList<>();
        for (Node.Entry entry : map.entries()) {
            Maker maker = BY_WORD.get(entry.key().text());
            if (maker == null) {
                String word = entry.key().text();
                report(
                        entry.key().spot(),
                        "unknown condition \"" + word + "\"" + Section.suggestion(word, BY_WORD.keySet()));
            } else {
                maker.make(this, entry.value(), entry.key().spot().line()).ifPresent(conditions::add);
            }
        }
        if (conditions.size() == 1) {
            return Optional.of(conditions.get(0));
        }
        return Optional.of(new Condition.Group(
                Condition.Junction.ALL, conditions, node.spot().line()));
    }

    private Optional<Condition> group(Condition.Junction junction, Node value, int line) {
        List<Node> items = items(value);
        List<Condition> parts = new ArrayList<>();
        items.forEach(item -> read(item).ifPresent(parts::add));
        if (items.isEmpty()) {
            report(value.spot(), "\"" + junction.word() + "\" needs at least one condition");
        }
        return Optional.of(new Condition.Group(junction, parts, line));
    }

    private static List<Node> items(Node value) {
        return value instanceof Node.Items list ? list.items() : List.of(value);
    }

    private Optional<Condition> typeIs(Node value, int line) {
        Set<FileType> types = FileTypeReader.read(parts.types(items(value)), problems);
        return types.isEmpty() ? Optional.empty() : Optional.of(FileConditions.type(types, line));
    }

    private Optional<Condition> size(Node value, boolean atMost, int line) {
        String word = atMost ? "size at most" : "size at least";
        return text(word, value).flatMap(text -> {
            Optional<Long> bytes = FileSizeText.find(text.text());
            if (bytes.isEmpty()) {
                report(text.spot(), "\"" + word + "\" must be " + FileSizeText.EXPECTED + ", not " + text.kind());
            }
            return bytes.map(size -> FileConditions.size(size, atMost, text.text(), line));
        });
    }

    private Optional<Condition> age(Node value, boolean atMost, int line) {
        String word = atMost ? "age at most" : "age at least";
        return text(word, value).flatMap(text -> {
            Optional<Duration> age = DurationText.find(text.text());
            if (age.isEmpty()) {
                report(text.spot(), "\"" + word + "\" must be " + DurationText.EXPECTED + ", not " + text.kind());
            }
            return age.map(found -> FileConditions.age(found, atMost, text.text(), line));
        });
    }

    private Optional<Integer> pages(String word, Node value) {
        return text(word, value).flatMap(text -> {
            if (!WHOLE_NUMBER.matcher(text.text()).matches()) {
                report(text.spot(), "\"" + word + "\" must be a number of pages, not " + text.kind());
                return Optional.empty();
            }
            return Optional.of(Integer.parseInt(text.text()));
        });
    }

    private Optional<Condition> largestPage(String word, Node value, boolean atMost, int line) {
        return text(word, value).flatMap(text -> {
            Optional<MediaSize> medium = MediaSize.find(text.text());
            if (medium.isEmpty()) {
                report(
                        text.spot(),
                        "\"" + word + "\" must be a medium that states its size, such as iso_a3_297x420mm, not "
                                + text.kind());
            }
            return medium.map(size -> PrintConditions.largestPage(size, atMost, text.text(), line));
        });
    }

    private Optional<Condition> fontsMissing(Node value, int line) {
        return text("fonts missing", value).flatMap(text -> {
            if (!text.text().equals("yes") && !text.text().equals("no")) {
                report(text.spot(), "\"fonts missing\" must be yes or no, not " + text.kind());
                return Optional.empty();
            }
            return Optional.of(PrintConditions.fontsMissing(text.text().equals("yes"), line));
        });
    }

    private Optional<Condition> inMargin(Node value, int line) {
        return text("content in margin", value).flatMap(text -> {
            Matcher margin = MILLIMETRES.matcher(text.text());
            if (!margin.matches()) {
                report(text.spot(), "\"content in margin\" must be a length such as 5 mm, not " + text.kind());
                return Optional.empty();
            }
            return Optional.of(PrintConditions.inMargin(Double.parseDouble(margin.group(1)), text.text(), line));
        });
    }

    private Optional<Condition> property(Node value, int line) {
        return Section.open("\"property\"", value, problems).flatMap(section -> {
            Optional<Node.Text> name = section.requireText("name");
            Optional<Node.Text> contains = section.findText("contains");
            Optional<Node.Text> matches = section.findText("matches");
            section.close();
            if (contains.isPresent() == matches.isPresent()) {
                section.report(section.spot(), "\"property\" needs either \"contains\" or \"matches\"");
                return Optional.empty();
            }
            Optional<Predicate<String>> wanted = contains.<Predicate<String>>map(
                            words -> found -> TextSearch.contains(found, words.text()))
                    .or(() -> matches.flatMap(text -> Section.pattern(text, problems))
                            .map(pattern -> found ->
                                    TextSearch.findMatch(pattern, found).isPresent()));
            String says = contains.map(words -> "contains \"" + words.text() + "\"")
                    .orElseGet(() -> "matches " + matches.map(Node.Text::text).orElse(""));
            return name.flatMap(text -> wanted.map(test -> TextConditions.property(text.text(), says, test, line)));
        });
    }

    private Optional<Condition> sidecar(Node value, int line) {
        return Section.open("\"sidecar\"", value, problems).flatMap(section -> {
            Optional<Node.Text> at = section.requireText("at");
            at.ifPresent(text -> SidecarExpression.check(text, EnumSet.allOf(DataFormat.class), problems));
            Optional<Node.Text> is = section.findText("is");
            Optional<Node.Text> like = section.findText("like");
            Optional<Node.Text> matches = section.findText("matches");
            section.close();
            if (Stream.of(is, like, matches).filter(Optional::isPresent).count() != 1) {
                section.report(section.spot(), "\"sidecar\" needs one of \"is\", \"like\" and \"matches\"");
                return Optional.empty();
            }
            Optional<Predicate<String>> wanted = is.<Predicate<String>>map(
                            text -> found -> found.strip().equalsIgnoreCase(text.text()))
                    .or(() -> like.map(text -> NameParts.ofWildcards(text.text()))
                            .map(wildcards ->
                                    found -> wildcards.find(found.strip()).isPresent()))
                    .or(() -> matches.flatMap(text -> Section.pattern(text, problems))
                            .map(pattern -> found ->
                                    TextSearch.findMatch(pattern, found).isPresent()));
            String says = is.map(text -> "is " + text.text())
                    .or(() -> like.map(text -> "is like " + text.text()))
                    .orElseGet(() -> "matches " + matches.map(Node.Text::text).orElse(""));
            return at.flatMap(text -> wanted.map(test ->
                    new Condition.OfSidecar("sidecar at " + text.text() + " " + says, text.text(), test, line)));
        });
    }

    private Optional<Condition> arrivedBetween(Node value, int line) {
        return text("arrived between", value).flatMap(text -> {
            Matcher matcher = TIMES.matcher(text.text());
            Optional<LocalTime> from = matcher.matches() ? TimesOfDay.find(matcher.group(1)) : Optional.empty();
            Optional<LocalTime> to = matcher.matches() ? TimesOfDay.find(matcher.group(2)) : Optional.empty();
            if (from.isEmpty() || to.isEmpty()) {
                report(text.spot(), "\"arrived between\" is two times such as 08:00 and 17:30, not " + text.kind());
                return Optional.empty();
            }
            return Optional.of(FileConditions.arrivedBetween(from.get(), to.get(), site.zone(), line));
        });
    }

    private Optional<Condition> arrivedOn(Node value, int line) {
        Set<DayOfWeek> days = TimesOfDay.ofWeek(items(value), problems);
        return days.isEmpty() ? Optional.empty() : Optional.of(FileConditions.arrivedOn(days, site.zone(), line));
    }

    private Optional<Node.Text> text(String word, Node value) {
        if (value instanceof Node.Text text && !text.text().isBlank()) {
            return Optional.of(text);
        }
        report(value.spot(), "\"" + word + "\" needs a text, not " + value.kind());
        return Optional.empty();
    }

    private Optional<List<String>> texts(String word, Node value) {
        List<String> texts = new ArrayList<>();
        for (Node item : items(value)) {
            text(word, item).ifPresent(text -> texts.add(text.text()));
        }
        return texts.isEmpty() ? Optional.empty() : Optional.of(texts);
    }

    private void report(Node.Spot spot, String words) {
        Section.report(problems, spot, words);
    }
}
