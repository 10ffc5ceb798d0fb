package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.Caller;
import lectomen.service.access.Invitations;
import lectomen.service.access.Person;
import lectomen.service.role.Grant;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** One-time links: they make a person, or change the password of one. */
@RestController
@RequestMapping("/api/v1")
final class WelcomeController {
    private final Invitations invitations;
    private final Rulebook rulebook;
    private final OpenedSession opened;

    WelcomeController(Invitations invitations, Rulebook rulebook, OpenedSession opened) {
        this.invitations = invitations;
        this.rulebook = rulebook;
        this.opened = opened;
    }

    record WelcomeForm(
            @Nullable String code,
            @Nullable String name,
            @Nullable String signIn,
            @Nullable String password) {}

    record WelcomeLink(String path) {}

    /** Makes a person through a one-time link, and signs them in. */
    @Anybody
    @PostMapping("/welcome")
    ResponseEntity<OpenedSession.SessionView> welcome(@RequestBody WelcomeForm form, HttpServletRequest request) {
        Invitations.Followed followed = invitations.follow(
                new Invitations.Form(
                        orEmpty(form.code()), orEmpty(form.name()), orEmpty(form.signIn()), orEmpty(form.password())),
                Caller.address());
        if (followed instanceof Invitations.Followed.LockedOut locked) {
            throw NotSignedInException.tooManyTries(locked.seconds());
        }
        if (!(followed instanceof Invitations.Followed.By by)) {
            throw new NotSignedInException(
                    HttpStatus.GONE,
                    "link-used-up",
                    "This link has been used, or is older than a day. Ask an administrator for a new one.");
        }
        return opened.open(by.person(), request);
    }

    record LinkCode(@Nullable String code) {}

    /**
     * @param good whether the link can be followed
     * @param forPasswordOf whose password it changes; absent where it makes a person
     */
    record LinkPurpose(boolean good, Optional<String> forPasswordOf) {}

    /** What a one-time link is for. */
    @Anybody
    @PostMapping("/welcome/purpose")
    LinkPurpose purpose(@RequestBody LinkCode link) {
        Invitations.Purpose purpose = invitations.purpose(orEmpty(link.code()), Caller.address());
        return new LinkPurpose(purpose.good(), purpose.person().map(Person::name));
    }

    /**
     * A new link that makes a person with a role: a path below the service's address.
     *
     * @param rules that the role is limited to; absent for everything
     * @param groups that the person will be in
     */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PostMapping("/welcome-links")
    WelcomeLink link(
            @RequestParam(defaultValue = "administrator") String role,
            @RequestParam Optional<List<String>> rules,
            @RequestParam Optional<Set<String>> groups) {
        Grant grant = new GrantView(role, rules).grant(rulebook);
        return new WelcomeLink(pathFor(invitations.invite(grant, groups.orElse(Set.of()), Caller.principal())));
    }

    /** The code stands behind the hash sign, where no log of any server sees it. */
    static String pathFor(String code) {
        return "/welcome#" + code;
    }

    private static String orEmpty(@Nullable String text) {
        return Optional.ofNullable(text).orElse("");
    }
}
