package lectomen.engine.step.name;

import java.util.Set;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.Step;

/** Names the document, without its extension. */
public record NameStep(NamePattern pattern, int line) implements Step {
    @Override
    public Set<String> slots() {
        return pattern.slots();
    }
}
