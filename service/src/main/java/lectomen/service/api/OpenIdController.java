package lectomen.service.api;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.service.access.Caller;
import lectomen.service.access.Person;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.openid.OpenIdSignIn;
import lectomen.service.signin.openid.ProviderException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Signing in through a provider of OpenID Connect: the browser leaves for it and comes back. */
@RestController
@RequestMapping("/api/v1/session/openid")
final class OpenIdController {
    private static final String COOKIE = "lectomen-openid";
    private static final String PATH = "/api/v1/session/openid";
    private static final String RETURN = PATH + "/return";
    private static final Duration COOKIE_KEPT = Duration.ofMinutes(10);
    private static final Pattern CONSOLE_PATH = Pattern.compile("/[a-z][a-z-]*(/[A-Za-z0-9_~-]+)*");

    private final Optional<OpenIdSignIn> openId;
    private final OutsidePeople outside;
    private final Sessions sessions;
    private final OpenedSession opened;

    OpenIdController(Optional<OpenIdSignIn> openId, OutsidePeople outside, Sessions sessions, OpenedSession opened) {
        this.openId = openId;
        this.outside = outside;
        this.sessions = sessions;
        this.opened = opened;
    }

    /**
     * Sends the browser to the provider.
     *
     * @param path of the console to go on with
     * @param proof true to prove again who one is, for what needs a fresh sign-in
     */
    @Anybody
    @GetMapping
    ResponseEntity<Void> begin(
            @RequestParam(defaultValue = "/today") String path,
            @RequestParam(defaultValue = "false") boolean proof,
            HttpServletRequest request) {
        OpenIdSignIn provider = openId.orElseThrow(() ->
                new NotSignedInException(HttpStatus.NOT_FOUND, "no-openid", "OpenID Connect is not configured here."));
        String session = proof
                ? RequestGuard.sessionToken(request).map(Sessions::hashOf).orElseThrow(NotSignedInException::nobody)
                : "";
        String next = CONSOLE_PATH.matcher(path).matches() ? path : "/today";
        try {
            OpenIdSignIn.Begun begun =
                    provider.begin(new OpenIdSignIn.Request(opened.address(RETURN, request), next, session));
            return to(begun.to(), cookie(begun.cookie(), COOKIE_KEPT, request));
        } catch (ProviderException e) {
            return back("sign-in-unreachable", request);
        }
    }

    /** Where the provider sends the browser back to. */
    @Anybody
    @GetMapping("/return")
    ResponseEntity<Void> comeBack(
            @RequestParam Optional<String> state,
            @RequestParam Optional<String> code,
            @RequestParam Optional<String> error,
            HttpServletRequest request) {
        if (openId.isEmpty()) {
            return back("no-openid", request);
        }
        OpenIdSignIn.Result result = openId.get()
                .finish(
                        new OpenIdSignIn.Answer(
                                state.orElse(null), code.orElse(null), error.orElse(null), cookieOf(request)),
                        Caller.address());
        if (!(result instanceof OpenIdSignIn.Result.Proven proven)) {
            return back(codeOf(result), request);
        }
        OutsidePeople.Admission admission =
                outside.admit(proven.person(), openId.get().mapping());
        if (admission instanceof OutsidePeople.Admission.Refused refused) {
            return back(refused.code(), request);
        }
        Person person = ((OutsidePeople.Admission.Admitted) admission).person();
        URI next = opened.address(proven.path(), request);
        String none = cookie("", Duration.ZERO, request);
        if (!proven.session().isEmpty()) {
            return sessions.refresh(person, proven.session()) ? to(next, none) : back("another-person", request);
        }
        return to(next, none, opened.openByReturn(person, request));
    }

    private static String codeOf(OpenIdSignIn.Result result) {
        return result instanceof OpenIdSignIn.Result.Unreachable
                ? "sign-in-unreachable"
                : result instanceof OpenIdSignIn.Result.LockedOut ? "too-many-tries" : "sign-in-refused";
    }

    /** To the page to sign in on, which says what went wrong. */
    private ResponseEntity<Void> back(String code, HttpServletRequest request) {
        URI page = URI.create(opened.address("/sign-in", request) + "?refused=" + code);
        return to(page, cookie("", Duration.ZERO, request));
    }

    private static ResponseEntity<Void> to(URI address, String... cookies) {
        return ResponseEntity.status(HttpStatus.FOUND)
                .location(address)
                .headers(headers ->
                        Arrays.stream(cookies).forEach(cookie -> headers.add(HttpHeaders.SET_COOKIE, cookie)))
                .build();
    }

    private static String cookieOf(HttpServletRequest request) {
        Cookie[] cookies = Objects.requireNonNullElse(request.getCookies(), new Cookie[0]);
        return Arrays.stream(cookies)
                .filter(cookie -> cookie.getName().equals(COOKIE))
                .map(Cookie::getValue)
                .findFirst()
                .orElse("");
    }

    /** The browser sends it along when the provider sends it back, which a strict cookie would not allow. */
    private String cookie(String value, Duration kept, HttpServletRequest request) {
        return opened.cookie(COOKIE, value, request)
                .sameSite("Lax")
                .path(request.getContextPath() + PATH)
                .maxAge(kept)
                .build()
                .toString();
    }
}
