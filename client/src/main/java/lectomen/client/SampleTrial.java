package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Tries a rule that the service doesn't have on the samples beside it, with its shared parts and lookups. */
final class SampleTrial {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String FIELDS = "fields";
    private static final String PLACES = "places";

    private final Service service;
    private final RulebookFiles files;

    SampleTrial(Service service, RulebookFiles files) {
        this.service = service;
        this.files = files;
    }

    /** What is different from what is expected of the sample, a sentence each. */
    List<String> differences(RulebookFiles.Written rule, Path sample) throws IOException {
        List<Service.Part> form = new ArrayList<>();
        form.add(new Service.Part("file", sample.getFileName().toString(), sample));
        form.add(new Service.Part("ruleFile", rule.name() + ".yaml", rule.file()));
        for (RulebookFiles.Written part : files.parts()) {
            form.add(new Service.Part("partFile", part.name() + RulebookFiles.PART_ENDING, part.file()));
        }
        for (Path lookup : files.lookups()) {
            form.add(new Service.Part("lookupFile", lookup.getFileName().toString(), lookup));
        }
        JsonNode trial = service.postForm("/trials", form);
        Path expected = RulebookFiles.expected(sample);
        if (Files.notExists(expected)) {
            return List.of();
        }
        return differences(
                JSON.readTree(Files.readAllBytes(expected)),
                result(trial),
                ResponseWords.text(trial.path("reason").path("words")));
    }

    /** A trial in the form in which results of samples are kept. */
    private static ObjectNode result(JsonNode trial) {
        ObjectNode result = JSON.createObjectNode();
        result.put("ending", ResponseWords.text(trial.path("ending")));
        result.put("reason", ResponseWords.text(trial.path("reason").path("code")));
        ObjectNode fields = result.putObject(FIELDS);
        trial.path(FIELDS)
                .forEach(field ->
                        fields.put(ResponseWords.text(field.path("name")), ResponseWords.text(field.path("value"))));
        ArrayNode places = result.putArray(PLACES);
        for (JsonNode place : trial.path("wouldFile")) {
            String folder = ResponseWords.text(place.path("folder"));
            places.add(ResponseWords.text(place.path("connection")) + "/" + (folder.isEmpty() ? "" : folder + "/")
                    + ResponseWords.text(place.path("name")));
        }
        return result;
    }

    private static List<String> differences(JsonNode expected, JsonNode got, String why) {
        List<String> differences = new ArrayList<>();
        String before = ResponseWords.text(expected.path("ending"));
        String after = ResponseWords.text(got.path("ending"));
        if (!before.equals(after)
                || !ResponseWords.text(expected.path("reason")).equals(ResponseWords.text(got.path("reason")))) {
            differences.add("it was " + before + ", and is " + after + (why.isEmpty() ? "" : ": " + why));
        }
        TreeSet<String> names = new TreeSet<>(expected.path(FIELDS).propertyNames());
        names.addAll(got.path(FIELDS).propertyNames());
        for (String name : names) {
            String value = ResponseWords.text(expected.path(FIELDS).path(name));
            String now = ResponseWords.text(got.path(FIELDS).path(name));
            if (!value.equals(now)) {
                differences.add(name + " was \"" + value + "\", and is \"" + now + "\"");
            }
        }
        if (!expected.path(PLACES).equals(got.path(PLACES))) {
            differences.add("it was filed as " + expected.path(PLACES) + ", and is as " + got.path(PLACES));
        }
        return differences;
    }
}
