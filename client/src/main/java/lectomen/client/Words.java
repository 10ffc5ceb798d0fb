package lectomen.client;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/** Answers in words and tables for people. Control characters in names and values are shown, not obeyed. */
final class Words {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ROOT);

    private Words() {}

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

    /** Columns as wide as their widest cell, two blanks apart; the last is not filled up. */
    static void table(List<String> heads, List<List<String>> rows) {
        table(heads, rows, List.of());
    }

    /** @param below a line under each row, indented; left out where it is empty, or where there is none for the row */
    static void table(List<String> heads, List<List<String>> rows, List<String> below) {
        int[] widths = new int[heads.size()];
        widen(widths, heads);
        rows.forEach(row -> widen(widths, row));
        System.out.println(line(heads, widths));
        for (int i = 0; i < rows.size(); i++) {
            System.out.println(line(rows.get(i), widths));
            if (i < below.size() && !below.get(i).isEmpty()) {
                System.out.println("      " + below.get(i));
            }
        }
    }

    private static void widen(int[] widths, List<String> row) {
        for (int i = 0; i < row.size(); i++) {
            widths[i] = Math.max(widths[i], width(row.get(i)));
        }
    }

    private static String line(List<String> row, int[] widths) {
        StringBuilder line = new StringBuilder();
        for (int i = 0; i < row.size(); i++) {
            line.append(row.get(i)).append(" ".repeat(widths[i] - width(row.get(i)) + 2));
        }
        return line.toString().stripTrailing();
    }

    private static int width(String cell) {
        return cell.codePointCount(0, cell.length());
    }
}
