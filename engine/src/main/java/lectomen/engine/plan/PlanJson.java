package lectomen.engine.plan;

import lectomen.engine.rule.AllSteps;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.jsontype.NamedType;

/** Plans and outcomes as JSON, as they are stored and sent to workers. */
public final class PlanJson {
    /** Knows the effects that steps ask for by the codes of their kinds. */
    public static final JsonMapper MAPPER = JsonMapper.builder()
            .registerSubtypes(AllSteps.KINDS.effects().entrySet().stream()
                    .map(effect -> new NamedType(effect.getValue(), effect.getKey()))
                    .toArray(NamedType[]::new))
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES) // numbers that an earlier form did not have
            .build();

    private PlanJson() {}

    public static String write(PlanRecord plan) {
        return MAPPER.writeValueAsString(plan);
    }

    /**
     * Reads a plan of this form or an earlier one.
     *
     * @throws IllegalArgumentException if it was written by a later version
     */
    public static PlanRecord read(String json) {
        JsonNode tree = MAPPER.readTree(json);
        int form = tree.path("form").asInt();
        if (form < 1 || form > PlanRecord.FORM) {
            throw new IllegalArgumentException(
                    "The plan has form " + form + "; this version reads forms 1 to " + PlanRecord.FORM);
        }
        return MAPPER.treeToValue(tree, PlanRecord.class);
    }
}
