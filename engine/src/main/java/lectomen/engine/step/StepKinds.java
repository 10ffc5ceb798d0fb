package lectomen.engine.step;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.rulefile.SentenceList;

/** The kinds of steps that rules can use. */
public final class StepKinds {
    private final Map<String, StepKind<?>> byWord = new LinkedHashMap<>();

    public StepKinds(List<StepKind<?>> kinds) {
        kinds.forEach(kind -> byWord.put(kind.word(), kind));
    }

    public Set<String> words() {
        return byWord.keySet();
    }

    public Collection<StepKind<?>> all() {
        return byWord.values();
    }

    public Optional<StepKind<?>> find(String word) {
        return Optional.ofNullable(byWord.get(word));
    }

    /** The classes of all effects that steps ask for, by the code of their kind. */
    public Map<String, Class<? extends PlannedEffect>> effects() {
        Map<String, Class<? extends PlannedEffect>> all = new LinkedHashMap<>();
        byWord.values().forEach(kind -> all.putAll(kind.effects()));
        return all;
    }

    /** The word of a step's kind. */
    public String word(Step step) {
        return of(step).word();
    }

    /** Whether it can ask for something to be done outside. */
    public boolean hasEffects(Step step) {
        return !of(step).effects().isEmpty();
    }

    public void describe(Step step, SentenceList sentences) {
        describe(of(step), step, sentences);
    }

    public StepResult run(Step step, StepContext context) {
        return run(of(step), step, context);
    }

    private StepKind<?> of(Step step) {
        return byWord.values().stream()
                .filter(kind -> kind.type().isInstance(step))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        step.getClass().getName() + " is a step of no kind that is registered"));
    }

    private static <S extends Step> void describe(StepKind<S> kind, Step step, SentenceList sentences) {
        kind.describe(kind.type().cast(step), sentences);
    }

    private static <S extends Step> StepResult run(StepKind<S> kind, Step step, StepContext context) {
        return kind.run(kind.type().cast(step), context);
    }
}
