package lectomen.journeys;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.ClassDescriptor;
import org.junit.jupiter.api.ClassOrderer;
import org.junit.jupiter.api.ClassOrdererContext;

/** Journeys that take long come first, so that none is left to run alone. What each takes stands in {@code durations.txt}. */
public final class LongestFirst implements ClassOrderer {
    /** A class that is not in the list yet comes before the short ones. */
    private static final double UNKNOWN_SECONDS = 10;

    private final Map<String, Double> seconds = new HashMap<>();

    public LongestFirst() {
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(LongestFirst.class.getResourceAsStream("durations.txt")),
                StandardCharsets.UTF_8))) {
            lines.lines().map(line -> line.split(" ")).forEach(pair -> seconds.put(pair[0], Double.valueOf(pair[1])));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void orderClasses(ClassOrdererContext context) {
        Comparator<ClassDescriptor> byTime = Comparator.comparingDouble(
                one -> seconds.getOrDefault(one.getTestClass().getSimpleName(), UNKNOWN_SECONDS));
        context.getClassDescriptors().sort(byTime.reversed());
    }
}
