package lectomen.client;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/** Responses in words for people. Control characters in names and values are shown, not obeyed. */
final class ResponseWords {
    private static final String UNITS = "kMGTPE";
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ROOT);

    private ResponseWords() {}

    static String safe(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            if (Character.isISOControl(c) || Character.getType(c) == Character.FORMAT) {
                out.append('\u00b7');
            } else {
                out.appendCodePoint(c);
            }
        });
        return out.toString();
    }

    static String text(JsonNode node) {
        return node.isMissingNode() || node.isNull() ? "" : safe(node.asString());
    }

    /** A time in this machine's zone; empty for none. */
    static String time(JsonNode node) {
        return text(node).isEmpty()
                ? ""
                : TIME.format(Instant.parse(node.asString()).atZone(ZoneId.systemDefault()));
    }

    static String problem(JsonNode problem) {
        return "line " + problem.path("line").asInt() + ", column "
                + problem.path("column").asInt() + ": "
                + safe(problem.path("words").asString());
    }

    /** How long ago a time was, or the day when that is longer ago than people count; empty for none. */
    static String ago(JsonNode node) {
        if (text(node).isEmpty()) {
            return "";
        }
        Duration age = Duration.between(Instant.parse(node.asString()), Instant.now());
        if (age.isNegative() || age.toDays() > 6) {
            return time(node);
        }
        return age.toSeconds() < 5 ? "just now" : span(age) + " ago";
    }

    /** In how long a time comes; empty for none. */
    static String ahead(JsonNode node) {
        if (text(node).isEmpty()) {
            return "";
        }
        Duration left = Duration.between(Instant.now(), Instant.parse(node.asString()));
        return left.isNegative() || left.toSeconds() < 1 ? "now" : "in " + span(left);
    }

    private static String span(Duration time) {
        if (time.toSeconds() < 100) {
            return time.toSeconds() + " s";
        }
        if (time.toMinutes() < 100) {
            return time.toMinutes() + " min";
        }
        return time.toHours() < 48 ? time.toHours() + " h" : time.toDays() + " days";
    }

    /** A size in units of a thousand, as disks are sold. */
    static String size(long bytes) {
        if (bytes < 1_000) {
            return bytes + " B";
        }
        double size = bytes;
        int unit = -1;
        while (size >= 999.5 && unit < UNITS.length() - 1) {
            size /= 1_000;
            unit++;
        }
        return String.format(Locale.ROOT, size < 9.95 ? "%.1f %cB" : "%.0f %cB", size, UNITS.charAt(unit));
    }
}
