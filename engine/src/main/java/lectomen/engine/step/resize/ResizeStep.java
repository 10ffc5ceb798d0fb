package lectomen.engine.step.resize;

import lectomen.engine.convert.PictureResizer;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;

/** Makes pictures smaller or larger, turns them, or changes their format. */
public record ResizeStep(PictureResizer.Wanted settings, OutputNames outputs, int line) implements Step {}
