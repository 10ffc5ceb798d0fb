package lectomen.engine.step;

/**
 * What another system answered to what a step sent.
 *
 * @param type its media type; empty where it said none
 */
public record SystemAnswer(int status, String type, String text) {}
