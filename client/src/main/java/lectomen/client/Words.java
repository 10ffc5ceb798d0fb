package lectomen.client;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
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
        List<List<String>> all = new ArrayList<>();
        all.add(heads);
        all.addAll(rows);
        int[] widths = new int[heads.size()];
        for (List<String> row : all) {
            for (int i = 0; i < row.size(); i++) {
                widths[i] = Math.max(
                        widths[i], row.get(i).codePointCount(0, row.get(i).length()));
            }
        }
        for (List<String> row : all) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < row.size(); i++) {
                String cell = row.get(i);
                line.append(cell);
                if (i < row.size() - 1) {
                    line.append(" ".repeat(widths[i] - cell.codePointCount(0, cell.length()) + 2));
                }
            }
            System.out.println(line.toString().stripTrailing());
        }
    }
}
