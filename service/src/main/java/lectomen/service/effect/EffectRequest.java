package lectomen.service.effect;

import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What an effect asks for, as its kind wrote it down.
 *
 * @param form of the record, counted up by its kind; a kind reads its earlier forms, too
 */
public record EffectRequest(int form, String json) {
    private static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES) // numbers that an earlier form did not have
            .build();

    public <T> T as(Class<T> type) {
        return JSON.readValue(json, type);
    }
}
