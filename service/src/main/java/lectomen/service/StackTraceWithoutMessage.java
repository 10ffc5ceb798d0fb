package lectomen.service;

import ch.qos.logback.classic.pattern.ThrowableHandlingConverter;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.IThrowableProxy;
import ch.qos.logback.classic.spi.StackTraceElementProxy;

/**
 * Logs an exception by its classes and code positions, without its message. The messages of exceptions are left out: they quote
 * paths and values, and the log holds ids only.
 */
public final class StackTraceWithoutMessage extends ThrowableHandlingConverter {
    private static final int MOST_FRAMES = 12;

    @Override
    public String convert(ILoggingEvent event) {
        StringBuilder out = new StringBuilder();
        for (IThrowableProxy cause = event.getThrowableProxy(); cause != null; cause = cause.getCause()) {
            out.append("  ").append(cause.getClassName()).append('\n');
            StackTraceElementProxy[] frames = cause.getStackTraceElementProxyArray();
            for (int i = 0; i < Math.min(frames.length, MOST_FRAMES); i++) {
                out.append("    ").append(frames[i].getSTEAsString()).append('\n');
            }
        }
        return out.toString();
    }
}
