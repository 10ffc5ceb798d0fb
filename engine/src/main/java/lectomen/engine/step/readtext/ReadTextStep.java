package lectomen.engine.step.readtext;

import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.step.Step;

/** Reads the text again, for the steps behind it. @param of the output that is read */
public record ReadTextStep(ReadingOptions options, String of, int line) implements Step {}
