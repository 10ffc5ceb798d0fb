package lectomen.engine.task;

import lectomen.engine.identify.FileType;
import lectomen.engine.print.ability.SheetDrawing;

/**
 * A task for a worker: draw the sheets of a document for a printer.
 *
 * @param id of the call; its answer carries it
 */
public record SheetsTask(int protocol, String id, ByteRef document, FileType type, SheetDrawing how) {}
