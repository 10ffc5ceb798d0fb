package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.BadPersonException;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.role.Permission;
import lectomen.service.signin.PasswordSignIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in to the console with a password, and out. */
@RestController
@RequestMapping("/api/v1")
final class SessionController {
    private final Sessions sessions;
    private final People people;
    private final PasswordSignIn passwords;
    private final OpenedSession opened;

    SessionController(Sessions sessions, People people, PasswordSignIn passwords, OpenedSession opened) {
        this.sessions = sessions;
        this.people = people;
        this.passwords = passwords;
        this.opened = opened;
    }

    /** @param code of the second factor, or one for recovery; for people who have set one up */
    record SignInForm(
            @Nullable String signIn,
            @Nullable String password,
            @Nullable String code) {}

    /** A person as everybody may know them. */
    record PersonName(long id, String name, String principal) {}

    record PersonList(List<PersonName> people) {}

    @Anybody
    @GetMapping("/session")
    OpenedSession.SessionView show(HttpServletRequest request) {
        return opened.view(opened.find(request));
    }

    @Anybody
    @PostMapping("/session")
    ResponseEntity<OpenedSession.SessionView> signIn(@RequestBody SignInForm form, HttpServletRequest request) {
        return opened.open(proven(form.signIn(), form.password(), form.code()), request);
    }

    /** @throws NotSignedInException if they did not prove who they are */
    private Person proven(@Nullable String signIn, @Nullable String password, @Nullable String code) {
        PasswordSignIn.Result result = passwords.prove(
                new PasswordSignIn.Typed(orEmpty(signIn), orEmpty(password), orEmpty(code)), Caller.address());
        if (result instanceof PasswordSignIn.Result.Proven proven) {
            return proven.person();
        }
        throw NotSignedInException.of(result);
    }

    record Proof(@Nullable String password, @Nullable String code) {}

    /** Proves again who one is, for what needs a fresh sign-in. */
    @Anybody
    @PostMapping("/session/proof")
    OpenedSession.SessionView prove(@RequestBody Proof proof, HttpServletRequest request) {
        Person person = signedIn(request).person();
        Person proven = provenAgain(person, proof);
        RequestGuard.sessionToken(request).ifPresent(token -> sessions.refresh(proven, Sessions.hashOf(token)));
        return opened.view(opened.find(request));
    }

    private Person provenAgain(Person person, Proof proof) {
        try {
            return proven(person.signIn(), proof.password(), proof.code());
        } catch (NotSignedInException e) {
            if (e.isWrong()) {
                throw new BadPersonException("password", "wrong password or code");
            }
            throw e;
        }
    }

    private Sessions.Session signedIn(HttpServletRequest request) {
        return opened.find(request).orElseThrow(NotSignedInException::nobody);
    }

    record PasswordForm(
            @Nullable String present,
            @Nullable String password,
            @Nullable String code) {}

    /** Changes one's own password, and ends one's other sessions. */
    @Anybody
    @PutMapping("/session/password")
    ResponseEntity<OpenedSession.SessionView> changePassword(
            @RequestBody PasswordForm form, HttpServletRequest request) {
        Person person = signedIn(request).person();
        boolean isHere = people.findBySignIn(person.signIn())
                .filter(People.Found::hasPassword)
                .isPresent();
        if (!isHere) {
            throw new BadPersonException("present", "your password is not kept here; change it where you sign in");
        }
        try {
            proven(person.signIn(), form.present(), form.code());
        } catch (NotSignedInException e) {
            if (e.isWrong()) {
                throw new BadPersonException("present", "this is not your current password");
            }
            throw e;
        }
        people.changePassword(person.id(), orEmpty(form.password()));
        return opened.open(person, request);
    }

    @Anybody
    @DeleteMapping("/session")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        RequestGuard.sessionToken(request).ifPresent(sessions::close);
        return ResponseEntity.status(HttpStatus.NO_CONTENT)
                .header(HttpHeaders.SET_COOKIE, opened.noCookie(request))
                .build();
    }

    /** The names behind the principals of people. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.NOTHING)
    @GetMapping("/people")
    PersonList people() {
        return new PersonList(people.list().stream()
                .map(person -> new PersonName(person.id(), person.name(), person.principal()))
                .toList());
    }

    private static String orEmpty(@Nullable String text) {
        return Optional.ofNullable(text).orElse("");
    }
}
