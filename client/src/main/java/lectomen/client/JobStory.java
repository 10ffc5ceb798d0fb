package lectomen.client;

import java.util.Locale;
import tools.jackson.databind.JsonNode;

/** One job's story in words: what came in, which rule took it and why, what was found, where it went. */
final class JobStory {
    private JobStory() {}

    static void print(JsonNode job) {
        String rule = ResponseWords.text(job.path("rule"));
        System.out.println(
                "Job " + ResponseWords.text(job.path("id")) + " is " + ResponseWords.text(job.path("state")));
        line(
                "file",
                ResponseWords.text(job.path("fileName")) + " (" + ResponseWords.text(job.path("type")) + ", "
                        + ResponseWords.size(job.path("size").asLong()) + ")");
        line("from", ResponseWords.text(job.path("subfolder")));
        line("received", ResponseWords.time(job.path("createdAt")));
        line("rule", rule.isEmpty() ? "none" : rule + ", version " + ResponseWords.text(job.path("ruleVersion")));
        line("reason", ResponseWords.text(job.path("reason").path("words")));
        line("next try", ResponseWords.ahead(job.path("nextTryAt")));
        line(
                "result of",
                ResponseWords.text(job.path("resultOf")).isEmpty()
                        ? ""
                        : "job " + ResponseWords.text(job.path("resultOf")));
        line(
                "original",
                ResponseWords.text(job.path("originalRemovedAt")).isEmpty()
                        ? ""
                        : "removed " + ResponseWords.time(job.path("originalRemovedAt")) + " by retention or its rule");
        line(
                "file",
                job.path("leftInFolder").asBoolean() ? "still in its folder because it can't be removed there" : "");
        line("priority", job.path("priority").asInt(50) == 50 ? "" : ResponseWords.text(job.path("priority")));
        line("tags", QueryCommand.joined(job.path("tags")));
        line("data file", ResponseWords.text(job.path("sidecar")));
        line("still needed", QueryCommand.joined(job.path("unbound")));
        JsonNode given = job.path("given");
        line(
                "handed over",
                given.isEmpty()
                        ? ""
                        : "by rule " + ResponseWords.text(given.path("rule")) + ", job "
                                + ResponseWords.text(given.path("job")) + ": "
                                + ResponseWords.text(given.path("end")) + " "
                                + ResponseWords.text(given.path("reason")));
        String whole = ResponseWords.text(job.path("partOf").path("job"));
        line(
                "made from",
                whole.isEmpty()
                        ? ""
                        : "job " + whole + ", document "
                                + ResponseWords.text(job.path("partOf").path("number")));
        job.path("cameOfIt")
                .forEach(next -> line(
                        "continues as",
                        "job " + ResponseWords.text(next.path("id")) + ", " + ResponseWords.text(next.path("state"))));
        job.path("parts")
                .forEach(part -> line(
                        "document",
                        "job " + ResponseWords.text(part.path("id")) + ", " + ResponseWords.text(part.path("fileName"))
                                + ": " + ResponseWords.text(part.path("state"))));
        job.path("places").forEach(place -> line("filed as", ResponseWords.text(place)));
        conditions(job);
        fields(job);
        steps(job);
        effects(job);
        if (!job.path("notes").isEmpty()) {
            System.out.println("\nNotes");
        }
        for (JsonNode note : job.path("notes")) {
            System.out.println("  " + ResponseWords.time(note.path("at")) + "  "
                    + ResponseWords.text(note.path("principal")) + ": " + ResponseWords.text(note.path("text")));
        }
        if (!job.path("ledger").isEmpty()) {
            System.out.println("\nLedger");
            for (JsonNode entry : job.path("ledger")) {
                System.out.printf(
                        Locale.ROOT,
                        "  %6d  %s  %-8s %s%n",
                        entry.path("seq").asLong(),
                        ResponseWords.time(entry.path("at")),
                        ResponseWords.text(entry.path("principal")),
                        ResponseWords.text(entry.path("event")));
            }
        }
    }

    private static void line(String label, String text) {
        if (!text.isEmpty()) {
            System.out.printf(Locale.ROOT, "  %-9s %s%n", label, text);
        }
    }

    private static void conditions(JsonNode job) {
        if (!job.path("considered").isEmpty()) {
            System.out.println("\nRules checked");
        }
        for (JsonNode considered : job.path("considered")) {
            boolean takes = considered.path("takes").asBoolean();
            System.out.println("  " + ResponseWords.text(considered.path("rule").path("id"))
                    + (takes ? " matches" : " does not match: " + ResponseWords.text(considered.path("whyNot"))));
            considered.path("conditions").forEach(seen -> TrialCommand.printSeen(seen, "    "));
        }
    }

    private static void fields(JsonNode job) {
        if (!job.path("fields").isEmpty()) {
            System.out.println("\nFields");
        }
        for (JsonNode field : job.path("fields")) {
            JsonNode box = field.path("box");
            System.out.println(
                    "  " + ResponseWords.text(field.path("name")) + " = " + ResponseWords.text(field.path("value")));
            String method = ResponseWords.text(field.path("method"));
            double confidence = field.path("confidence").asDouble();
            if (field.path("page").asInt() == 0) {
                System.out.printf(Locale.ROOT, "      %s, confidence %.2f%n", method, confidence);
                continue;
            }
            System.out.printf(
                    Locale.ROOT,
                    "      page %d, %s, box %.0f %.0f %.0f x %.0f, confidence %.2f%n",
                    field.path("page").asInt(),
                    method,
                    box.path("left").asDouble(),
                    box.path("top").asDouble(),
                    box.path("width").asDouble(),
                    box.path("height").asDouble(),
                    confidence);
        }
    }

    private static void steps(JsonNode job) {
        if (!job.path("steps").isEmpty()) {
            System.out.println("\nSteps");
        }
        for (JsonNode step : job.path("steps")) {
            System.out.println("  " + step.path("step").asInt() + " " + ResponseWords.text(step.path("word")) + ": "
                    + outcome(step));
            step.path("reasons")
                    .forEach(reason -> System.out.println("      " + ResponseWords.text(reason.path("words"))));
        }
    }

    private static String outcome(JsonNode step) {
        String outcome = ResponseWords.text(step.path("outcome"));
        return switch (outcome) {
            case "waits for time" -> "waits for a time";
            case "waits for children" -> "waits for the documents made from it";
            default -> outcome;
        };
    }

    private static void effects(JsonNode job) {
        if (!job.path("effects").isEmpty()) {
            System.out.println("\nEffects");
        }
        for (JsonNode effect : job.path("effects")) {
            System.out.println("  " + ResponseWords.text(effect.path("id")) + "  "
                    + ResponseWords.text(effect.path("title")) + ", "
                    + ResponseWords.text(effect.path("state")) + ": " + ResponseWords.text(effect.path("place")));
            String receipt = ResponseWords.time(effect.path("receiptAt"));
            if (!receipt.isEmpty()) {
                System.out.println("      receipt " + receipt + ": " + ResponseWords.text(effect.path("answer")));
                String older = ResponseWords.text(effect.path("older"));
                if (!older.isEmpty()) {
                    System.out.println("      the previous version is now " + older);
                }
                String ended = ResponseWords.time(effect.path("endedAt"));
                if (!ended.isEmpty()) {
                    System.out.println("      replaced or withdrawn " + ended);
                }
            }
            String reason = ResponseWords.text(effect.path("reason").path("words"));
            if (!reason.isEmpty()) {
                System.out.println("      " + reason);
            }
            if (ResponseWords.text(effect.path("state")).equals("in doubt")) {
                System.out.println("      lectomen effect settle " + ResponseWords.text(effect.path("id"))
                        + " --as done | repeat | leave");
            }
        }
    }
}
