package lectomen.service.access;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

/**
 * Keeps one caller from holding all threads of the web server. Each address has at most half of the threads at once; a body that hardly arrives
 * is given up; and what a request did not read of its body is read for a moment only, then the connection is closed. Event streams
 * hold no thread and don't count. Safe for several threads.
 */
public final class RequestLimits extends ValveBase {
    static final int MOST_AT_ONCE = 32;
    private static final int MOST_UNREAD_BYTES = 2_000_000;
    private static final Duration LONGEST_UNREAD = Duration.ofSeconds(5);

    private final Set<String> proxies;
    private final Map<String, Integer> atOnce = new ConcurrentHashMap<>();

    /** @param proxies the network addresses of the declared proxy, which names its callers */
    public RequestLimits(Set<String> proxies) {
        super(true);
        this.proxies = Set.copyOf(proxies);
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        String caller = callerOf(request);
        if (atOnce.merge(caller, 1, Integer::sum) > MOST_AT_ONCE) {
            leave(caller);
            refuse(response);
            request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            return;
        }
        org.apache.coyote.Request own = request.getCoyoteRequest();
        InputBuffer body = own.getInputBuffer();
        own.setInputBuffer(new PacedBody(body));
        try {
            getNext().invoke(request, response);
            if (!request.isAsync()) {
                readRest(own, body);
            }
        } finally {
            own.setInputBuffer(body);
            leave(caller);
        }
    }

    private void leave(String caller) {
        atOnce.computeIfPresent(caller, (address, count) -> count > 1 ? count - 1 : null);
    }

    private String callerOf(Request request) {
        String address = request.getRemoteAddr();
        String forwarded = request.getHeader("X-Forwarded-For");
        return proxies.contains(address) && forwarded != null
                ? forwarded.substring(forwarded.lastIndexOf(',') + 1).strip()
                : address;
    }

    private static void refuse(Response response) throws IOException {
        byte[] problem = """
                {"status": 429, "code": "too-many-requests", "title": "Access denied",\
                 "detail": "Too many requests at once from this address. Wait until some are answered."}
                """.getBytes(StandardCharsets.UTF_8);
        response.setStatus(429);
        response.setHeader("Retry-After", "1");
        response.setContentType("application/problem+json");
        response.setContentLength(problem.length);
        response.getOutputStream().write(problem);
    }

    /** So that the connection can be used again, and the answer is not lost to a client that is still sending. */
    private static void readRest(org.apache.coyote.Request request, InputBuffer body) {
        BodyPace pace = new BodyPace(System::nanoTime);
        Discarding discarding = new Discarding();
        int read = 0;
        try {
            while (!request.isFinished()
                    && read < MOST_UNREAD_BYTES
                    && pace.passed().compareTo(LONGEST_UNREAD) < 0) {
                int some = body.doRead(discarding);
                if (some < 0) {
                    return;
                }
                read += some;
            }
        } catch (IOException e) {
            // the connection is closed below
        }
        if (!request.isFinished()) {
            request.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
        }
    }

    /** A body that fails once it is too slow. */
    private static final class PacedBody implements InputBuffer {
        private final InputBuffer body;
        private Optional<BodyPace> pace = Optional.empty();

        PacedBody(InputBuffer body) {
            this.body = body;
        }

        @Override
        public int doRead(ApplicationBufferHandler handler) throws IOException {
            BodyPace own = pace.orElseGet(() -> new BodyPace(System::nanoTime));
            pace = Optional.of(own);
            int read = body.doRead(handler);
            if (own.isTooSlowWith(read)) {
                throw new IOException("The body of the request arrives too slowly");
            }
            return read;
        }

        @Override
        public int available() {
            return body.available();
        }
    }

    private static final class Discarding implements ApplicationBufferHandler {
        private ByteBuffer buffer = ByteBuffer.allocate(0);

        @Override
        public void setByteBuffer(ByteBuffer next) {
            buffer = next;
        }

        @Override
        public ByteBuffer getByteBuffer() {
            return buffer;
        }

        @Override
        public void expand(int size) {
            // nothing is kept
        }
    }
}
