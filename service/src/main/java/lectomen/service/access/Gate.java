package lectomen.service.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Lets in who holds the token and calls by a name of this machine. The Host header is checked so that a web page that was
 * led here by a borrowed name gets nothing.
 */
public final class Gate extends OncePerRequestFilter {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<String> OWN_NAMES = Set.of("localhost", "127.0.0.1", "[::1]");

    private final Token token;

    public Gate(Token token) {
        this.token = token;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Cache-Control", "no-store");
        if (!OWN_NAMES.contains(hostWithoutPort(Objects.requireNonNullElse(request.getHeader("Host"), "")))) {
            refuse(response, 421, "host-not-allowed", "This service answers only to localhost and 127.0.0.1.");
            return;
        }
        var principal = token.findPrincipal(Objects.requireNonNullElse(request.getHeader("Authorization"), ""));
        if (principal.isEmpty()) {
            response.setHeader("WWW-Authenticate", "Bearer");
            refuse(
                    response,
                    401,
                    "token-needed",
                    "Send the token from the file \"token\" in the home: Authorization: Bearer …");
            return;
        }
        chain.doFilter(request, response);
    }

    private static String hostWithoutPort(String host) {
        return host.replaceFirst(":\\d{1,5}$", "");
    }

    private static void refuse(HttpServletResponse response, int status, String code, String detail)
            throws IOException {
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response.getWriter()
                .write(JSON.writeValueAsString(
                        Map.of("status", status, "code", code, "title", "Not let in", "detail", detail)));
    }
}
