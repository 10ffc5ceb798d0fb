package lectomen.engine.step.name;

import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.Step;

/** Names the document, without its extension. */
public record NameStep(NamePattern pattern, int line) implements Step {}
