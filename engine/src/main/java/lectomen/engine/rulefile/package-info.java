/**
 * What all places of a rule file share: shared parts, slots, sentences, explanations of words, the pieces of its schema. Whole rules
 * are read in {@code lectomen.engine.rule}, their steps in {@code lectomen.engine.step}.
 */
@NullMarked
package lectomen.engine.rulefile;

import org.jspecify.annotations.NullMarked;
