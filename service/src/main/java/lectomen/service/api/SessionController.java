package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.home.Settings;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in to the console, and the link that makes its first administrator. */
@RestController
@RequestMapping("/api/v1")
final class SessionController {
    private static final Duration COOKIE_KEPT = Duration.ofDays(30);

    private final Sessions sessions;
    private final People people;
    private final boolean behindHttps;

    SessionController(Sessions sessions, People people, Settings settings) {
        this.behindHttps = settings.listen()
                .filter(listen -> listen.way() instanceof Settings.Listen.Way.Proxy proxy
                        && "https".equals(proxy.url().getScheme()))
                .isPresent();
        this.sessions = sessions;
        this.people = people;
    }

    record PersonView(long id, String name, String signIn, String principal) {
        static PersonView of(Person person) {
            return new PersonView(person.id(), person.name(), person.signIn(), person.principal());
        }
    }

    /**
     * @param person who is signed in; absent for nobody
     * @param forgeryToken to be sent as X-Lectomen-Console with each change
     * @param peopleKnown whether anybody can sign in yet
     */
    record SessionView(Optional<PersonView> person, Optional<String> forgeryToken, boolean peopleKnown) {}

    record SignInForm(String signIn, String password) {}

    record WelcomeForm(String code, String name, String signIn, String password) {}

    record WelcomeLink(String path) {}

    record PersonList(List<PersonView> people) {}

    @GetMapping("/session")
    SessionView show(HttpServletRequest request) {
        Optional<Sessions.Session> session = RequestGuard.sessionToken(request).flatMap(sessions::find);
        return new SessionView(
                session.map(Sessions.Session::person).map(PersonView::of),
                session.map(Sessions.Session::forgeryToken),
                !people.list().isEmpty());
    }

    @PostMapping("/session")
    ResponseEntity<SessionView> signIn(@RequestBody SignInForm form, HttpServletRequest request) {
        Sessions.SignIn came = sessions.signIn(orEmpty(form.signIn()), orEmpty(form.password()), Caller.address());
        if (came instanceof Sessions.SignIn.In in) {
            return opened(in.person(), in.token(), request);
        }
        if (came instanceof Sessions.SignIn.LockedOut locked) {
            throw new NotSignedInException(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "too-many-tries",
                    "Too many failed attempts. Try again in " + (locked.seconds() + 59) / 60 + " min.");
        }
        throw new NotSignedInException(HttpStatus.UNAUTHORIZED, "not-signed-in", "Wrong sign-in name or password.");
    }

    /** Makes a person through a one-time link, and signs them in. */
    @PostMapping("/welcome")
    ResponseEntity<SessionView> welcome(@RequestBody WelcomeForm form, HttpServletRequest request) {
        Person person = people.welcome(
                        orEmpty(form.code()), orEmpty(form.name()), orEmpty(form.signIn()), orEmpty(form.password()))
                .orElseThrow(() -> new NotSignedInException(
                        HttpStatus.GONE,
                        "link-used-up",
                        "This link has been used, or is older than a day. To create a new one: lectomen welcome"));
        return opened(person, sessions.open(person), request);
    }

    /** A new link that makes an administrator: a path below the service's address. */
    @PostMapping("/welcome-links")
    WelcomeLink link() {
        return new WelcomeLink(pathFor(people.makeLink(Caller.principal())));
    }

    /** The code stands behind the hash sign, where no log of any server sees it. */
    static String pathFor(String code) {
        return "/welcome#" + code;
    }

    @DeleteMapping("/session")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        RequestGuard.sessionToken(request).ifPresent(sessions::close);
        return ResponseEntity.noContent()
                .header(HttpHeaders.SET_COOKIE, cookie("", Duration.ZERO, request))
                .build();
    }

    /** The people who may sign in. */
    @GetMapping("/people")
    PersonList people() {
        return new PersonList(people.list().stream().map(PersonView::of).toList());
    }

    private ResponseEntity<SessionView> opened(Person person, String token, HttpServletRequest request) {
        SessionView view = new SessionView(
                Optional.of(PersonView.of(person)), sessions.find(token).map(Sessions.Session::forgeryToken), true);
        return ResponseEntity.ok()
                .header(HttpHeaders.SET_COOKIE, cookie(token, COOKIE_KEPT, request))
                .body(view);
    }

    /** Behind a proxy that is declared with https the cookie is for https alone, as with an own certificate. */
    private String cookie(String token, Duration kept, HttpServletRequest request) {
        return ResponseCookie.from(RequestGuard.COOKIE, token)
                .httpOnly(true)
                .secure(behindHttps || request.isSecure())
                .sameSite("Strict")
                .path(request.getContextPath() + "/")
                .maxAge(kept)
                .build()
                .toString();
    }

    private static String orEmpty(String text) {
        return Optional.ofNullable(text).orElse("");
    }
}
