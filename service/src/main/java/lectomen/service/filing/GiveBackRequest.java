package lectomen.service.filing;

/**
 * A file on its way to the people who dropped it.
 *
 * @param hotFolder where it came from; may be empty
 * @param failedFolder a path, or a name inside the hot folder
 * @param explanation the text that is put beside it; empty for none
 */
record GiveBackRequest(String hotFolder, String failedFolder, String name, String explanation) {}
