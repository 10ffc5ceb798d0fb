package lectomen.engine.task;

/** Bytes by their SHA-256 in small hexadecimal digits, never by a place on somebody's disk. */
public record ByteRef(String sha256, long size) {}
