package lectomen.engine.step.prepare;

import lectomen.engine.prepare.Preparation;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;

/** Prepares the pages of scans and photographs. */
public record PrepareStep(Preparation settings, OutputNames outputs, int line) implements Step {}
