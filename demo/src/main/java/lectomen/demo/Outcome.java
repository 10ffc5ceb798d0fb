package lectomen.demo;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** The result of a demo document beside the expected one. */
record Outcome(
        DemoDocument document,
        String job,
        String state,
        String rule,
        String reasonCode,
        String reasonWords,
        List<String> places,
        boolean asExpected) {

    static Outcome of(DemoDocument document, Optional<JsonNode> job, Path archive) {
        if (job.isEmpty()) {
            return new Outcome(document, "", "not taken", "", "", "", List.of(), false);
        }
        List<String> places = new ArrayList<>();
        for (JsonNode place : job.get().path("places")) {
            places.add(archive.relativize(Path.of(place.asString())).toString());
        }
        String state = job.get().path("state").asString();
        String code = job.get().path("reason").path("code").asString("");
        boolean placed = document.places().isEmpty()
                ? places.isEmpty()
                : !places.isEmpty() && document.places().containsAll(places);
        return new Outcome(
                document,
                job.get().path("id").asString(),
                state,
                job.get().path("rule").asString(""),
                code,
                job.get().path("reason").path("words").asString(""),
                places,
                state.equals(document.state()) && code.equals(document.reason()) && placed);
    }

    boolean waitsForPeople() {
        return List.of("needs-review", "awaiting-approval").contains(state);
    }

    boolean isAtEnd() {
        return List.of("filed", "failed", "unmatched", "rejected", "cancelled").contains(state);
    }
}
