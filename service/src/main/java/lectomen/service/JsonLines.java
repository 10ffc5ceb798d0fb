package lectomen.service;

import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.encoder.EncoderBase;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** The log as one JSON object per line, with the same text as the plain lines: ids only. */
public final class JsonLines extends EncoderBase<ILoggingEvent> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final StackTraceWithoutMessage stack = new StackTraceWithoutMessage();

    @Override
    public byte[] headerBytes() {
        return new byte[0];
    }

    @Override
    public byte[] encode(ILoggingEvent event) {
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("at", event.getInstant().toString());
        line.put("level", event.getLevel().toString());
        line.put("thread", event.getThreadName());
        line.put("logger", event.getLoggerName());
        line.put("message", event.getFormattedMessage());
        String failure = stack.convert(event);
        if (!failure.isEmpty()) {
            line.put("failure", failure);
        }
        return (JSON.writeValueAsString(line) + "\n").getBytes(StandardCharsets.UTF_8);
    }

    @Override
    public byte[] footerBytes() {
        return new byte[0];
    }
}
