package lectomen.service.filing;

/**
 * A failed file on its way to the people who dropped it.
 *
 * @param hotFolder where it came from
 * @param failedFolder a path, or a name inside the hot folder
 * @param explanation the text that is put beside it
 */
record GiveBackRequest(String hotFolder, String failedFolder, String name, String explanation) {}
