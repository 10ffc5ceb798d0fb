package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.home.Settings;
import lectomen.service.home.SignInSettings;
import lectomen.service.role.Access;
import lectomen.service.role.Permission;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import lectomen.service.signin.PasswordSignIn;
import lectomen.service.signin.SecondFactors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;

/** Opens a browser's session, keeps it in a cookie, and describes it. */
final class OpenedSession {
    private static final Duration COOKIE_KEPT = Duration.ofDays(30);

    private final Sessions sessions;
    private final People people;
    private final RoleGrants grants;
    private final SecondFactors factors;
    private final PasswordSignIn passwords;
    private final SignInSettings signIn;
    private final Optional<URI> behindProxy;

    OpenedSession(
            Sessions sessions,
            People people,
            RoleGrants grants,
            SecondFactors factors,
            PasswordSignIn passwords,
            Settings settings) {
        this.sessions = sessions;
        this.people = people;
        this.grants = grants;
        this.factors = factors;
        this.passwords = passwords;
        this.signIn = settings.signIn();
        this.behindProxy = settings.listen()
                .flatMap(listen -> listen.way() instanceof Settings.Listen.Way.Proxy proxy
                        ? Optional.of(proxy.url())
                        : Optional.empty());
    }

    record PersonView(long id, String name, String signIn, String principal) {
        static PersonView of(Person person) {
            return new PersonView(person.id(), person.name(), person.signIn(), person.principal());
        }
    }

    /**
     * How people can sign in.
     *
     * @param passwords whether everybody may use a password; false where only the account for emergencies may
     * @param openId what the provider of OpenID Connect is called; absent for none
     * @param directory what the directory is called whose passwords are used; absent for none
     */
    record Ways(boolean passwords, Optional<String> openId, Optional<String> directory) {}

    /**
     * @param person who is signed in; absent for nobody
     * @param permissions of the person, in words
     * @param rules that something of it is limited to; absent for a person who is limited in nothing
     * @param forgeryToken to be sent as X-Lectomen-Console with each change
     * @param peopleKnown whether anybody can sign in yet
     * @param hasPassword whether the person proves with a password who they are
     * @param secondFactor whether the person has set one up
     * @param secondFactorDue whether the person has to before anything else
     */
    record SessionView(
            Optional<PersonView> person,
            List<String> permissions,
            Optional<List<String>> rules,
            Optional<String> forgeryToken,
            boolean peopleKnown,
            Ways ways,
            boolean hasPassword,
            boolean secondFactor,
            boolean secondFactorDue) {}

    /** The session of a request, if somebody is signed in. */
    Optional<Sessions.Session> find(HttpServletRequest request) {
        return RequestGuard.sessionToken(request).flatMap(sessions::find);
    }

    SessionView view(Optional<Sessions.Session> session) {
        Optional<Person> person = session.map(Sessions.Session::person);
        Access access = new Access(person.map(one -> grants.of(one.principal())).orElse(List.of()));
        return new SessionView(
                person.map(PersonView::of),
                access.permissions().stream().map(Permission::words).toList(),
                access.findScope(Permission.SEE_DOCUMENTS)
                        .flatMap(Scope::rules)
                        .map(rules -> rules.stream().sorted().toList()),
                session.map(Sessions.Session::forgeryToken),
                !people.list().isEmpty(),
                new Ways(
                        signIn.onlyPassword().isEmpty(),
                        signIn.openId().map(SignInSettings.OpenId::label),
                        signIn.directory().map(SignInSettings.Directory::label)),
                person.filter(passwords::hasPassword).isPresent(),
                person.filter(factors::isOn).isPresent(),
                person.filter(one -> factors.isDue(one.principal())).isPresent());
    }

    /** Signs a person in. */
    ResponseEntity<SessionView> open(Person person, HttpServletRequest request) {
        String token = sessions.open(person, from(request));
        return ResponseEntity.ok()
                .header(HttpHeaders.SET_COOKIE, cookie(token, request))
                .body(view(sessions.find(token)));
    }

    /** Signs a person in who comes back from elsewhere. @return the cookie */
    String openByReturn(Person person, HttpServletRequest request) {
        return cookie(sessions.open(person, from(request)), request);
    }

    /** The address of a path, as the browser calls this service. */
    URI address(String path, HttpServletRequest request) {
        String here = behindProxy
                .map(url -> url.toString().replaceFirst("/$", ""))
                .orElseGet(() ->
                        request.getScheme() + "://" + request.getHeader(HttpHeaders.HOST) + request.getContextPath());
        return URI.create(here + path);
    }

    private static Sessions.From from(HttpServletRequest request) {
        String browser =
                Optional.ofNullable(request.getHeader(HttpHeaders.USER_AGENT)).orElse("");
        return new Sessions.From(Caller.address(), browser);
    }

    private String cookie(String token, HttpServletRequest request) {
        return cookie(RequestGuard.COOKIE, token, request)
                .sameSite("Strict")
                .path(request.getContextPath() + "/")
                .maxAge(COOKIE_KEPT)
                .build()
                .toString();
    }

    /** A cookie that removes the session's. */
    String noCookie(HttpServletRequest request) {
        return cookie(RequestGuard.COOKIE, "", request)
                .sameSite("Strict")
                .path(request.getContextPath() + "/")
                .maxAge(Duration.ZERO)
                .build()
                .toString();
    }

    /** A cookie that no script sees. Behind a proxy it is for https alone, as with an own certificate. */
    ResponseCookie.ResponseCookieBuilder cookie(String name, String value, HttpServletRequest request) {
        boolean behindHttps =
                behindProxy.filter(url -> "https".equals(url.getScheme())).isPresent();
        return ResponseCookie.from(name, value).httpOnly(true).secure(behindHttps || request.isSecure());
    }
}
