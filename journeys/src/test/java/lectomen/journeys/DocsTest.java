package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.client.ClientMain;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.AllSteps;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.PartReader;
import lectomen.local.LocalMain;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;

/** What the pages in docs/ and the README show is right: each command exists with its options, each rule file is valid. */
class DocsTest {
    /** Commands that the launcher starts in programs of their own. */
    private static final Set<String> OTHER_PROGRAMS = Set.of("serve", "demo", "doctor", "bench", "standin");

    private static final Pattern CONNECTION = Pattern.compile("\\bin: ([\\w-]+)");

    /** What a piece of a rule may leave to the rest of the rule. */
    private static final Pattern NEEDS_THE_REST = Pattern.compile(
            "unknown (?:field|counter|lookup|step list|output|part)|shared part|earlier field|needs a place to look");

    @Test
    void eachCommandExistsWithItsOptions() throws IOException {
        List<String> wrong = new ArrayList<>();
        int seen = 0;
        CommandLine local = LocalMain.commands();
        CommandLine client = ClientMain.commands();
        for (DocsPages.Block block : DocsPages.blocks()) {
            for (String command : DocsPages.commands(block)) {
                List<String> words = DocsPages.words(command.replaceFirst(" [<>|&] .*", ""));
                seen++;
                boolean here = Set.of("convert", "read", "inspect", "propose").contains(words.get(0));
                CommandLine commands = here ? local : client;
                if (OTHER_PROGRAMS.contains(words.get(0))) {
                    continue;
                }
                try {
                    commands.parseArgs(words.toArray(String[]::new));
                } catch (CommandLine.ParameterException e) {
                    wrong.add(block + " " + command + ": " + e.getMessage());
                }
            }
        }
        assertThat(seen).isGreaterThan(40);
        assertThat(wrong).isEmpty();
    }

    static Stream<DocsPages.Block> rulePieces() throws IOException {
        return DocsPages.blocks().stream()
                .filter(block -> block.kind().equals("yaml"))
                .filter(block -> !block.text()
                        .matches("(?s)(scrape_configs|listen|sign-in|connections|# lectomen.yaml|parameters:  ).*"));
    }

    @ParameterizedTest
    @MethodSource("rulePieces")
    void eachRuleFileAndEachPieceOfOneIsValid(DocsPages.Block block) {
        Set<String> connections = new TreeSet<>(Set.of("archive", "harbour-archive"));
        CONNECTION.matcher(block.text()).results().map(found -> found.group(1)).forEach(connections::add);
        Site site = new Site(
                        Map.of("inbox", "/srv/inbox", "office", "Quay office"),
                        connections,
                        Locale.UK,
                        ZoneId.of("Europe/London"))
                .withMail(Set.of("office-mail"))
                .withWeb(Set.of("berth-system"))
                .withPrinters(Map.of("plan-room", ""));
        if (block.text().startsWith("lectomen: 1\npart:")) {
            assertThat(PartReader.read(block.text())).isInstanceOf(PartReader.Reading.Good.class);
        } else {
            assertThat(problems(block, site)).isEmpty();
        }
    }

    /** {@code -Dlectomen.describe=true} writes the table. */
    @Test
    void theTableOfStepsSaysWhatTheKindsOfStepsSay() throws IOException {
        String start = "<!-- steps: written by DocsTest -->\n";
        Path page = Launcher.ROOT.resolve("docs/rules.md");
        String text = Files.readString(page);
        int from = text.indexOf(start) + start.length();
        int to = text.indexOf("<!-- end of steps -->");
        String table = "\n" + tableOfSteps() + "\n";
        if (Boolean.getBoolean("lectomen.describe")) {
            Files.writeString(page, text.substring(0, from) + table + text.substring(to));
        }
        assertThat(text.substring(from, to)).isEqualTo(table);
    }

    private static String tableOfSteps() {
        StringBuilder table = new StringBuilder("| Word | Meaning | Example |\n|---|---|---|\n");
        AllSteps.KINDS.all().forEach(kind -> {
            JsonNode step = kind.schema();
            line(table, "**" + kind.word() + "**", step.path("properties").path(kind.word()));
            step.path("properties").properties().stream()
                    .filter(word -> !word.getKey().equals(kind.word()))
                    .forEach(word -> line(table, word.getKey(), word.getValue()));
            JsonNode own = step.path("properties").path(kind.word());
            Stream.concat(Stream.of(own), own.path("anyOf").valueStream())
                    .flatMap(form -> form.path("properties").properties().stream())
                    .forEach(word -> line(table, kind.word() + ": " + word.getKey(), word.getValue()));
        });
        return table.toString();
    }

    private static void line(StringBuilder table, String word, JsonNode explained) {
        String example = explained.path("examples").path(0).asString("").replace("|", "\\|");
        table.append("| ")
                .append(word)
                .append(" | ")
                .append(explained.path("description").asString(""))
                .append(" | `");
        table.append(example).append("` |\n");
    }

    private static List<String> problems(DocsPages.Block block, Site site) {
        String lines = "\n" + block.text();
        boolean whole = Stream.of("lectomen:", "from:", "do:").allMatch(word -> lines.contains("\n" + word));
        if (RuleReader.read(whole ? block.text() : completed(block.text()), site) instanceof RuleReadResult.Bad bad) {
            return bad.problems().stream()
                    .map(Object::toString)
                    .filter(problem -> whole || !NEEDS_THE_REST.matcher(problem).find())
                    .toList();
        }
        return List.of();
    }

    /** A whole rule around a piece of one: steps, fields of a step, or some of its parts. */
    private static String completed(String piece) {
        String text = piece.stripTrailing().stripIndent() + "\n";
        String head =
                (text.contains("lectomen:") ? "" : "lectomen: 1\n") + (text.contains("rule:") ? "" : "rule: piece\n");
        boolean steps = text.startsWith("- ");
        boolean top = Pattern.compile(
                        "(?m)^(from|when|do|then|retention|parameters|rule|same document when|title|about):")
                .matcher(text)
                .find();
        if (text.startsWith("sidecar:")) {
            return head + "from:\n  - folder: \"{inbox}/piece\"\n" + text.indent(4)
                    + "do: [ { file: { in: archive } } ]\n";
        }
        if (steps) {
            return head + "from: inbox\ndo:\n" + text.indent(2)
                    + (text.contains("file:") ? "" : "  - file: { in: archive }\n");
        }
        if (top) {
            return head
                    + (text.contains("from:") ? "" : "from: inbox\n")
                    + text
                    + (text.contains("do:") ? "" : "do: [ { file: { in: archive } } ]\n");
        }
        return head + "from: inbox\ndo:\n  - find: piece\n    fields:\n" + text.indent(6)
                + "  - file: { in: archive }\n";
    }

    @Test
    void eachLinkLeadsToAPageOrAPicture() throws IOException {
        List<String> wrong = new ArrayList<>();
        for (Path page : DocsPages.pages()) {
            for (MatchResult link : Pattern.compile("\\]\\(([^)#:]+)(#[^)]*)?\\)")
                    .matcher(Files.readString(page))
                    .results()
                    .toList()) {
                if (Files.notExists(page.resolveSibling(link.group(1)))) {
                    wrong.add(page.getFileName() + ": " + link.group(1));
                }
            }
        }
        assertThat(wrong).isEmpty();
    }
}
