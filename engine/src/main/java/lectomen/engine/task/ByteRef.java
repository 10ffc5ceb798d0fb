package lectomen.engine.task;

/** Bytes identified by their SHA-256 in lower-case hexadecimal, never by a path. */
public record ByteRef(String sha256, long size) {}
