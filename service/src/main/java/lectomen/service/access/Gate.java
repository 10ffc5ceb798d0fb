package lectomen.service.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Lets in who holds the token and calls by a name of this service. The Host header is checked so that a web page that was led
 * here by a borrowed name gets nothing. Whoever tries too many wrong tokens has to wait. Behind a declared proxy, only that
 * proxy is talked to. The health of the service is told to anybody.
 */
public final class Gate extends OncePerRequestFilter {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<String> NAMES_OF_THIS_MACHINE = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final String OPEN_TO_ALL = "/api/v1/health/";

    private final Token token;
    private final Set<String> names;
    private final Set<String> onlyFrom;
    private final Tries tries;

    /**
     * @param moreNames host names by which people on other machines call the service
     * @param onlyFrom the network addresses of the declared proxy; empty to talk to anybody
     */
    public Gate(Token token, Set<String> moreNames, Set<String> onlyFrom, Tries tries) {
        this.token = token;
        this.names = new HashSet<>(NAMES_OF_THIS_MACHINE);
        moreNames.forEach(name -> names.add(name.toLowerCase(Locale.ROOT)));
        this.onlyFrom = Set.copyOf(onlyFrom);
        this.tries = tries;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Cache-Control", "no-store");
        String caller = callerOf(request);
        if (!onlyFrom.isEmpty() && !onlyFrom.contains(request.getRemoteAddr())) {
            refuse(response, 403, "only-through-proxy", "This service talks only to its proxy.");
        } else if (!names.contains(hostWithoutPort(request))) {
            String known = String.join(", ", names.stream().sorted().toList());
            refuse(response, 421, "host-not-allowed", "This service answers only to " + known + ".");
        } else if (request.getRequestURI().startsWith(request.getContextPath() + OPEN_TO_ALL)) {
            chain.doFilter(request, response);
        } else {
            letInWithToken(caller, request, response, chain);
        }
    }

    private void letInWithToken(
            String caller, HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String given = Objects.requireNonNullElse(request.getHeader("Authorization"), "");
        Optional<String> principal = token.findPrincipal(given);
        if (principal.isPresent()) {
            chain.doFilter(request, response);
            return;
        }
        long wait = tries.secondsToWait(caller);
        if (wait > 0) {
            response.setHeader("Retry-After", Long.toString(wait));
            refuse(response, 429, "too-many-tries", "Too many wrong tokens. Try again in " + wait + " s.");
            return;
        }
        if (!given.isEmpty()) {
            tries.wrong(caller);
        }
        response.setHeader("WWW-Authenticate", "Bearer");
        refuse(
                response,
                401,
                "token-needed",
                "Send the token from the file \"token\" in the home: Authorization: Bearer \u2026");
    }

    /** Who calls; behind a proxy, the last address before it that the proxy names. */
    private String callerOf(HttpServletRequest request) {
        String forwarded = request.getHeader("X-Forwarded-For");
        if (onlyFrom.isEmpty() || forwarded == null) {
            return request.getRemoteAddr();
        }
        return forwarded.substring(forwarded.lastIndexOf(',') + 1).strip();
    }

    private static String hostWithoutPort(HttpServletRequest request) {
        String host = Objects.requireNonNullElse(request.getHeader("Host"), "");
        return host.replaceFirst(":\\d{1,5}$", "").toLowerCase(Locale.ROOT);
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
