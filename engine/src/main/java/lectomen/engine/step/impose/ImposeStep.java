package lectomen.engine.step.impose;

import lectomen.engine.print.place.Placing;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;

/**
 * Places the pages of a PDF on sheets.
 *
 * @param on the medium, as it was written
 */
public record ImposeStep(String on, Placing placing, OutputNames outputs, int line) implements Step {}
