package lectomen.engine.task;

import lectomen.engine.identify.FileType;

/**
 * What a worker is asked: to show one page of a document.
 *
 * @param id of the call; its answer carries it
 * @param page counted from 1
 * @param widthPixels of the picture
 */
public record PageTask(int protocol, String id, ByteRef document, FileType type, int page, int widthPixels) {}
