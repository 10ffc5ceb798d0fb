package lectomen.service.effect.answer;

/**
 * A reply to be sent to a document's sender.
 *
 * @param hotFolder where the document came from; may be empty
 * @param folder a path, or a name inside the hot folder
 * @param name of the answer's file
 */
record AnswerRequest(String hotFolder, String folder, String name, String content) {}
