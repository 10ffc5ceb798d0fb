package lectomen.engine.plan;

import java.util.HashMap;
import java.util.Map;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.step.SlotValues;

/** The slots that a reply to a document's sender can use. */
public final class AnswerSlots {
    private AnswerSlots() {}

    /** What is known of a document that was not filed. @param fields that were found in it, by name */
    public static Map<String, String> of(RuleDocument rule, FileFacts facts, Site site, Map<String, String> fields) {
        Map<String, String> slots = new HashMap<>(SlotValues.of(facts, site));
        slots.putAll(rule.parameters());
        slots.put("rule", rule.id());
        rule.when().ifPresent(when -> slots.putAll(when.nameParts(facts)));
        slots.putAll(fields);
        return slots;
    }
}
