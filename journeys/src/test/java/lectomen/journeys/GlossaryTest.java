package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.client.ClientMain;
import lectomen.engine.rule.RuleSchema;
import lectomen.local.LocalMain;
import lectomen.service.job.JobState;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Names and texts use the words of the glossary, and none that it rules out. */
class GlossaryTest {
    private static final Pattern ROW = Pattern.compile("^\\|([^|]+)\\|([^|]+)\\|([^|]*)\\|$", Pattern.MULTILINE);
    private static final Pattern TEXT = Pattern.compile("\"((?:\\\\.|[^\"\\\\\\n])*)\"|`((?:[^`])*)`");
    private static final Pattern PUBLIC_TYPE = Pattern.compile(
            "^public (?:abstract |final |sealed |non-sealed )*(?:class|record|interface|enum) (\\w+)",
            Pattern.MULTILINE);

    /** Where people and programs meet words. */
    enum Place {
        RULE_WORDS {
            @Override
            List<String> words() {
                List<String> words = new ArrayList<>();
                of(JsonMapper.shared().readTree(RuleSchema.json()), words);
                of(JsonMapper.shared().readTree(RuleSchema.partJson()), words);
                return words;
            }

            private void of(JsonNode node, List<String> words) {
                if (node.isString()) {
                    words.add(node.asString());
                }
                node.propertyStream().forEach(one -> words.add(one.getKey()));
                node.forEach(one -> of(one, words));
            }
        },
        COMMANDS {
            @Override
            List<String> words() {
                List<String> words = new ArrayList<>();
                of(ClientMain.commands(), words);
                of(LocalMain.commands(), words);
                return words;
            }

            private void of(CommandLine command, List<String> words) {
                words.add(command.getCommandName());
                words.addAll(
                        Arrays.asList(command.getCommandSpec().usageMessage().description()));
                words.addAll(
                        Arrays.asList(command.getCommandSpec().usageMessage().footer()));
                command.getCommandSpec().args().forEach(argument -> {
                    words.addAll(Arrays.asList(argument.description()));
                    words.add(argument.paramLabel());
                });
                command.getCommandSpec().options().forEach(option -> words.addAll(Arrays.asList(option.names())));
                command.getSubcommands().values().forEach(below -> of(below, words));
            }
        },
        STATES {
            @Override
            List<String> words() {
                return Arrays.stream(JobState.values()).map(JobState::code).toList();
            }
        },
        REASONS {
            @Override
            List<String> words() throws IOException {
                return Files.readAllLines(
                        Launcher.ROOT.resolve("engine/src/main/resources/lectomen/engine/reason/reasons.properties"));
            }
        },
        CONSOLE {
            @Override
            List<String> words() throws IOException {
                List<String> words = new ArrayList<>();
                for (String file : List.of(
                        "texts.ts",
                        "features/editor/texts.ts",
                        "features/people/texts.ts",
                        "features/session/texts.ts",
                        "ui/states.ts")) {
                    TEXT.matcher(Files.readString(
                                    Launcher.ROOT.resolve("console/src").resolve(file)))
                            .results()
                            .map(MatchResult::group)
                            .forEach(words::add);
                }
                return words;
            }
        },
        PUBLIC_TYPES {
            @Override
            List<String> words() throws IOException {
                return sources().stream()
                        .flatMap(source -> PUBLIC_TYPE.matcher(source).results())
                        .map(type -> type.group(1))
                        .toList();
            }
        },
        /** What the programs print, log and answer. */
        SENTENCES {
            @Override
            List<String> words() throws IOException {
                return sources().stream()
                        .flatMap(source -> TEXT.matcher(source).results())
                        .map(MatchResult::group)
                        .filter(text -> text.replace("\"", "").strip().contains(" ")
                                && !text.matches("\"(update|select|insert) .*"))
                        .toList();
            }
        },
        PAGES {
            @Override
            List<String> words() throws IOException {
                List<String> lines = new ArrayList<>();
                for (Path page : DocsPages.pages()) {
                    if (!page.endsWith("glossary.md")) {
                        lines.addAll(Files.readAllLines(page));
                    }
                }
                return lines;
            }
        };

        abstract List<String> words() throws IOException;

        private static List<String> sources() throws IOException {
            List<String> sources = new ArrayList<>();
            for (String module : List.of("engine", "worker", "service", "client", "local", "demo", "bench")) {
                try (Stream<Path> files = Files.walk(Launcher.ROOT.resolve(module + "/src/main/java"))) {
                    for (Path file : files.filter(one -> one.toString().endsWith(".java"))
                            .toList()) {
                        sources.add(Files.readString(file));
                    }
                }
            }
            return sources;
        }
    }

    private static List<String> ruledOut() throws IOException {
        return ROW.matcher(Files.readString(Launcher.ROOT.resolve("docs/glossary.md")))
                .results()
                .map(row -> row.group(3).strip())
                .filter(words -> !words.isEmpty() && !words.equals("Not") && !words.startsWith("-"))
                .flatMap(words -> Arrays.stream(words.split(", ")))
                .map(GlossaryTest::spaced)
                .toList();
    }

    /** A name or a text as words with a blank on each side: {@code LotForming} is " lot forming ". */
    static String spaced(String text) {
        return " "
                + text.replaceAll("(?<=[a-z0-9])(?=[A-Z])", " ")
                        .replaceAll("[^\\p{L}\\p{N}']+", " ")
                        .strip()
                        .toLowerCase(Locale.ROOT)
                + " ";
    }

    @ParameterizedTest
    @EnumSource
    void noWordThatTheGlossaryRulesOutIsUsed(Place place) throws IOException {
        List<String> ruledOut = ruledOut();
        assertThat(ruledOut).hasSizeGreaterThan(30);
        List<String> words = place.words();
        assertThat(words).hasSizeGreaterThan(5);
        List<String> wrong = new ArrayList<>();
        for (String text : words) {
            String spacedText = spaced(text);
            ruledOut.stream().filter(spacedText::contains).forEach(word -> wrong.add(word + ": " + text));
        }
        assertThat(wrong).isEmpty();
    }
}
