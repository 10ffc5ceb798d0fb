package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Tests wait for what they need, not for a time: none of all modules sleeps longer than a moment. */
class LongSleepsTest {
    private static final int MOST_MILLIS = 200;
    private static final List<String> MODULES =
            List.of("engine", "worker", "service", "client", "local", "demo", "bench", "journeys");

    private static final Pattern SLEEP =
            Pattern.compile("(?:Thread\\.sleep|waitForTimeout|(?<![.\\w])pause)\\(([^;]*)\\);");
    private static final Pattern RANDOM = Pattern.compile("[\\w.]*\\.nextInt\\(([\\d_]+)\\)");
    private static final Pattern CONSTANT = Pattern.compile("(\\w+) = ([\\d_]+);");

    private record Sleep(String where, long millis) {}

    @Test
    void noTestSleepsLongerThanAMoment() throws IOException {
        List<Sleep> sleeps = new ArrayList<>();
        for (String module : MODULES) {
            Path tests = Launcher.ROOT.resolve(module).resolve("src/test/java");
            if (Files.isDirectory(tests)) {
                try (Stream<Path> files = Files.walk(tests)) {
                    for (Path file :
                            (Iterable<Path>) files.filter(one -> one.toString().endsWith(".java"))::iterator) {
                        sleeps.addAll(of(file));
                    }
                }
            }
        }
        assertThat(sleeps).as("they are found at all").hasSizeGreaterThan(5);
        assertThat(sleeps).filteredOn(sleep -> sleep.millis() > MOST_MILLIS).isEmpty();
    }

    private static List<Sleep> of(Path file) throws IOException {
        List<Sleep> sleeps = new ArrayList<>();
        List<String> lines = Files.readAllLines(file);
        String text = String.join("\n", lines);
        for (int i = 0; i < lines.size(); i++) {
            Matcher sleep = SLEEP.matcher(lines.get(i));
            while (sleep.find()) {
                String where = file.getFileName() + ":" + (i + 1) + ": " + sleep.group();
                sleeps.add(new Sleep(where, longest(sleep.group(1), text)));
            }
        }
        return sleeps;
    }

    /** The most that an expression of numbers, constants and random numbers comes to; one that is not understood is too long. */
    private static long longest(String expression, String file) {
        long sum = 0;
        for (String part : RANDOM.matcher(expression).replaceAll("$1").split("\\+")) {
            String term = part.strip();
            Matcher constant = CONSTANT.matcher(file);
            String value = term;
            while (constant.find()) {
                value = constant.group(1).equals(term) ? constant.group(2) : value;
            }
            String digits = value.replace("_", "");
            if (digits.equals("millis") || digits.isEmpty()) {
                continue; // what is uploaded is counted where it is uploaded
            }
            sum += digits.matches("\\d+") ? Long.parseLong(digits) : Long.MAX_VALUE / 4;
        }
        return sum;
    }
}
