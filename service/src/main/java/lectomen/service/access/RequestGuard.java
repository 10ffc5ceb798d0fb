package lectomen.service.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.service.role.Access;
import lectomen.service.role.RoleGrants;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Checks every request before it is handled. Who calls by a foreign name gets nothing, so that a web page that was led
 * here by a borrowed name reads nothing; behind a declared proxy, only that proxy is talked to. The health of the service, the
 * way to sign in, and the console's own files are for anybody; all else is for holders of tokens and for people who are
 * signed in, as far as their roles go: that is checked for each call by itself. What a signed-in browser changes has to come from the console itself.
 */
public final class RequestGuard extends OncePerRequestFilter {
    /** The name of the cookie that holds a session's token. */
    public static final String COOKIE = "lectomen-session";

    static final String FORGERY_HEADER = "X-Lectomen-Console";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<String> NAMES_OF_THIS_MACHINE = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final Set<String> OPEN_TO_ALL = Set.of(
            "/api/v1/health/live",
            "/api/v1/health/ready",
            "/api/v1/session",
            "/api/v1/session/openid",
            "/api/v1/session/openid/return",
            "/api/v1/welcome",
            "/api/v1/welcome/purpose");

    /** A path of the console, spelt out in full: nothing in it could be read in another way further on. */
    private static final Pattern OF_THE_CONSOLE = Pattern.compile("/|/(?!api(/|$))[a-z][a-z-]*(/[A-Za-z0-9_.~-]+)*");

    private static final Set<String> HARMLESS = Set.of("GET", "HEAD", "OPTIONS");

    public static final String CONTENT_POLICY_HEADER = "Content-Security-Policy";

    private final Token token;
    private final Tokens tokens;
    private final Sessions sessions;
    private final RoleGrants grants;
    private final Set<String> names;
    private final Set<String> onlyFrom;
    private final SignInAttempts attempts;
    private final Runnable onBlocked;

    /**
     * @param moreNames host names by which people on other machines call the service
     * @param onlyFrom the network addresses of the declared proxy; empty to talk to anybody
     * @param attempts counts wrong tokens. The right one is let in all the same: it is too long to be found by trying, and one
     *     caller on a shared address must not lock out another
     * @param onBlocked called when a caller has sent so many that it has to wait
     */
    public RequestGuard(
            Token token,
            Tokens tokens,
            Sessions sessions,
            RoleGrants grants,
            Set<String> moreNames,
            Set<String> onlyFrom,
            SignInAttempts attempts,
            Runnable onBlocked) {
        this.token = token;
        this.tokens = tokens;
        this.grants = grants;
        this.sessions = sessions;
        this.names = new HashSet<>(NAMES_OF_THIS_MACHINE);
        moreNames.forEach(name -> names.add(name.toLowerCase(Locale.ROOT)));
        this.onlyFrom = Set.copyOf(onlyFrom);
        this.attempts = attempts;
        this.onBlocked = onBlocked;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Cache-Control", "no-store");
        response.setHeader(CONTENT_POLICY_HEADER, contentPolicy(""));
        response.setHeader("Referrer-Policy", "no-referrer");
        response.setHeader("Cross-Origin-Opener-Policy", "same-origin");
        String caller = callerOf(request);
        request.setAttribute(Caller.ADDRESS, caller);
        String path = request.getRequestURI().substring(request.getContextPath().length());
        if (!onlyFrom.isEmpty() && !onlyFrom.contains(request.getRemoteAddr())) {
            refuse(response, 403, "only-through-proxy", "This service accepts connections only from its proxy.");
        } else if (!names.contains(hostWithoutPort(request))) {
            String known = String.join(", ", names.stream().sorted().toList());
            refuse(response, 421, "host-not-allowed", "This service answers only to " + known + ".");
        } else if (OPEN_TO_ALL.contains(path) || isOfTheConsole(path)) {
            letInAnybody(request, response, chain);
        } else if (request.getHeader("Authorization") == null
                && sessionToken(request).isPresent()) {
            letInWithSession(request, response, chain);
        } else {
            letInWithToken(caller, request, response, chain);
        }
    }

    /** What a document of the console may load. @param nonce of styles that its script adds; empty for none */
    public static String contentPolicy(String nonce) {
        String styles = nonce.isEmpty() ? "" : " 'nonce-" + nonce + "'";
        return "default-src 'none'; script-src 'self'; style-src 'self'" + styles
                + "; font-src 'self'; img-src 'self' data:;"
                + " connect-src 'self'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";
    }

    private static boolean isOfTheConsole(String path) {
        return OF_THE_CONSOLE.matcher(path).matches() && !path.contains("..");
    }

    /** Even so, another site's page must not sign somebody in or out. */
    private void letInAnybody(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!HARMLESS.contains(request.getMethod()) && isFromElsewhere(request)) {
            refuse(response, 403, "from-elsewhere", "The request came from a page of another site.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private void letInWithSession(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<Sessions.Session> session = sessionToken(request).flatMap(sessions::find);
        if (session.isEmpty()) {
            refuse(response, 401, "sign-in-needed", "The session has ended. Sign in again.");
            return;
        }
        String proof = Objects.requireNonNullElse(request.getHeader(FORGERY_HEADER), "");
        boolean changes = !HARMLESS.contains(request.getMethod());
        if (changes
                && (isFromElsewhere(request)
                        || !Secrets.same(proof, session.get().forgeryToken()))) {
            refuse(response, 403, "from-elsewhere", "The request did not come from the console.");
            return;
        }
        String held = sessionToken(request).orElseThrow();
        setCaller(request, session.get().person().principal(), () -> sessions.find(held)
                .map(still -> new Access(grants.of(still.person().principal()))));
        request.setAttribute(Caller.FRESH, session.get().isFresh());
        chain.doFilter(request, response);
    }

    /** The token that a browser keeps of its session. */
    public static Optional<String> sessionToken(HttpServletRequest request) {
        Cookie[] cookies = Objects.requireNonNullElse(request.getCookies(), new Cookie[0]);
        return Stream.of(cookies)
                .filter(cookie -> cookie.getName().equals(COOKIE))
                .map(Cookie::getValue)
                .findFirst();
    }

    private static boolean isFromElsewhere(HttpServletRequest request) {
        String site = Objects.requireNonNullElse(request.getHeader("Sec-Fetch-Site"), "same-origin");
        String origin = request.getHeader("Origin");
        boolean otherOrigin =
                origin != null && !origin.replaceFirst("^https?://", "").equals(request.getHeader("Host"));
        return otherOrigin || !(site.equals("same-origin") || site.equals("none"));
    }

    private void letInWithToken(
            String caller, HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String given = Objects.requireNonNullElse(request.getHeader("Authorization"), "");
        Optional<String> principal = token.findPrincipal(given);
        Optional<String> program = principal.isPresent() ? Optional.empty() : findProgram(given);
        if (principal.isPresent() || program.isPresent()) {
            setCaller(
                    request,
                    principal.or(() -> program).orElseThrow(),
                    principal.isPresent()
                            ? () -> Optional.of(Access.toEverything())
                            : () -> findProgram(given).map(who -> new Access(grants.of(who))));
            request.setAttribute(Caller.FRESH, true); // a token is its own proof each time
            chain.doFilter(request, response);
            return;
        }
        long wait = attempts.secondsToWait(caller);
        if (wait > 0) {
            response.setHeader("Retry-After", Long.toString(wait));
            refuse(response, 429, "too-many-tries", "Too many wrong tokens. Try again in " + wait + " s.");
            return;
        }
        if (!given.isEmpty() && attempts.wrong(caller)) {
            onBlocked.run();
        }
        response.setHeader("WWW-Authenticate", "Bearer");
        refuse(
                response,
                401,
                "token-needed",
                "Send the token from the file \"token\" in the home as: Authorization: Bearer TOKEN");
    }

    private static void setCaller(HttpServletRequest request, String principal, Supplier<Optional<Access>> access) {
        request.setAttribute(Caller.PRINCIPAL, principal);
        request.setAttribute(Caller.ACCESS, access.get().orElse(new Access(List.of())));
        request.setAttribute(Caller.ACCESS_NOW, access);
    }

    private Optional<String> findProgram(String authorization) {
        return authorization.startsWith(Token.BEARER)
                ? tokens.findPrincipal(
                        authorization.substring(Token.BEARER.length()).strip())
                : Optional.empty();
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
                        Map.of("status", status, "code", code, "title", "Access denied", "detail", detail)));
    }
}
