package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.service.access.Caller;
import lectomen.service.access.Groups;
import lectomen.service.access.Invitations;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.access.Sessions;
import lectomen.service.role.Grant;
import lectomen.service.role.Permission;
import lectomen.service.role.RoleGrants;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.SecondFactors;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People with their roles, groups and sessions. */
@RestController
@RequestMapping("/api/v1/accounts")
final class AccountsController {
    private final Store store;
    private final People people;
    private final RoleGrants grants;
    private final Groups groups;
    private final Invitations invitations;
    private final Sessions sessions;
    private final Rulebook rulebook;
    private final OutsidePeople outside;
    private final SecondFactors factors;

    AccountsController(
            Store store,
            People people,
            RoleGrants grants,
            Groups groups,
            Invitations invitations,
            Sessions sessions,
            Rulebook rulebook,
            OutsidePeople outside,
            SecondFactors factors) {
        this.store = store;
        this.people = people;
        this.grants = grants;
        this.groups = groups;
        this.invitations = invitations;
        this.sessions = sessions;
        this.rulebook = rulebook;
        this.outside = outside;
        this.factors = factors;
    }

    /**
     * @param delegate the id of who does their work while they are away
     * @param disabledAt since when they can't sign in any more
     * @param secondFactor whether they have set one up
     * @param signsInAt where they sign in other than with a password here: openid, directory
     */
    record Account(
            long id,
            String name,
            String signIn,
            String principal,
            List<GrantView> roles,
            List<String> groups,
            Optional<Instant> awayUntil,
            Optional<Long> delegate,
            Optional<Instant> disabledAt,
            boolean secondFactor,
            List<String> signsInAt) {}

    /** @param roles all that can be given, each with its permissions in words */
    record AccountList(List<Account> accounts, Map<String, List<String>> roles) {}

    @Needs(Permission.SEE_PEOPLE)
    @GetMapping
    AccountList list() {
        Map<String, List<Grant>> roles = grants.all();
        Map<String, List<Long>> members = groups.all();
        return new AccountList(
                people.list().stream()
                        .map(person -> account(person, roles.getOrDefault(person.principal(), List.of()), members))
                        .toList(),
                RoleWords.all());
    }

    private Account account(Person person, List<Grant> roles, Map<String, List<Long>> members) {
        return new Account(
                person.id(),
                person.name(),
                person.signIn(),
                person.principal(),
                roles.stream().map(GrantView::of).toList(),
                members.entrySet().stream()
                        .filter(group -> group.getValue().contains(person.id()))
                        .map(Map.Entry::getKey)
                        .toList(),
                person.awayUntil(),
                person.delegate(),
                person.disabledAt(),
                factors.isOn(person),
                outside.of(person.id()).stream()
                        .map(OutsidePeople.Identity::provider)
                        .toList());
    }

    private Person require(long id) {
        return people.find(id).orElseThrow(() -> new NoSuchPersonException(id));
    }

    private Account show(long id) {
        Person person = require(id);
        return account(person, grants.of(person.principal()), groups.all());
    }

    record Roles(@Nullable List<GrantView> roles) {}

    /** Gives a person these roles, and no others. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PutMapping("/{id}/roles")
    Account setRoles(@PathVariable long id, @RequestBody Roles wanted) {
        Person person = require(id);
        List<Grant> given = Optional.ofNullable(wanted.roles()).orElse(List.of()).stream()
                .map(role -> role.grant(rulebook))
                .toList();
        String by = Caller.principal();
        store.write(db -> {
            grants.set(db, person.principal(), given, by);
            return id;
        });
        return show(id);
    }

    /** Lets a person sign in no more, and ends their sessions. */
    @Needs(Permission.MANAGE_PEOPLE)
    @PostMapping("/{id}/disable")
    Account disable(@PathVariable long id) {
        require(id);
        people.setDisabled(id, true, Caller.principal());
        return show(id);
    }

    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PostMapping("/{id}/enable")
    Account enable(@PathVariable long id) {
        require(id);
        people.setDisabled(id, false, Caller.principal());
        return show(id);
    }

    /** A link by which the person chooses a new password; good for a day and one use. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PostMapping("/{id}/password-link")
    WelcomeController.WelcomeLink passwordLink(@PathVariable long id) {
        return new WelcomeController.WelcomeLink(
                WelcomeController.pathFor(invitations.renewPassword(require(id), Caller.principal())));
    }

    /**
     * Who a person is elsewhere.
     *
     * @param provider openid or directory
     * @param subject what names the person there: the claim "sub", or the entry
     */
    record IdentityForm(@Nullable String provider, @Nullable String subject) {}

    /** Says that a person is that one elsewhere, so that they sign in there from now on. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @PutMapping("/{id}/identity")
    Account link(@PathVariable long id, @RequestBody IdentityForm form) {
        String provider = Optional.ofNullable(form.provider()).orElse("");
        requireProvider(provider);
        String subject = Optional.ofNullable(form.subject()).orElse("").strip();
        outside.link(require(id), new OutsidePeople.Identity(provider, subject), Caller.principal());
        return show(id);
    }

    private static void requireProvider(String provider) {
        if (!OutsidePeople.PROVIDERS.contains(provider)) {
            throw new BadRequestException(
                    "provider",
                    "unknown provider \"" + provider + "\"; there are " + String.join(", ", OutsidePeople.PROVIDERS));
        }
    }

    /** Undoes it. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @DeleteMapping("/{id}/identity/{provider}")
    Account unlink(@PathVariable long id, @PathVariable String provider) {
        requireProvider(provider);
        if (!outside.unlink(require(id), provider, Caller.principal())) {
            throw new BadRequestException("provider", "the person does not sign in there");
        }
        return show(id);
    }

    /** @param until when the person is back; absent for one who is not away */
    record Absence(@Nullable Instant until, @Nullable Long delegate) {}

    /** Says until when a person is away and who does their work. People say it of themselves; administrators of anybody. */
    @Anybody
    @PutMapping("/{id}/absence")
    Account setAbsence(@PathVariable long id, @RequestBody Absence absence) {
        requireOwnOr(require(id), Permission.MANAGE_PEOPLE);
        people.setAway(
                id, Optional.ofNullable(absence.until()), Optional.ofNullable(absence.delegate()), Caller.principal());
        return show(id);
    }

    record SessionList(List<OpenSession> sessions) {}

    record OpenSession(String id, Instant signedInAt, Instant seenAt, String address, String browser) {
        static OpenSession of(Sessions.Known session) {
            return new OpenSession(
                    session.id(),
                    session.madeAt(),
                    session.seenAt(),
                    session.from().address(),
                    session.from().browser());
        }
    }

    /** The open sessions of a person. People see their own. */
    @Anybody
    @GetMapping("/{id}/sessions")
    SessionList sessions(@PathVariable long id) {
        requireOwnOr(require(id), Permission.SEE_PEOPLE);
        return new SessionList(sessions.of(id).stream().map(OpenSession::of).toList());
    }

    /** Ends a session. People end their own; administrators any. */
    @Anybody
    @DeleteMapping("/{id}/sessions/{session}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable long id, @PathVariable String session) {
        requireOwnOr(require(id), Permission.MANAGE_PEOPLE);
        if (!sessions.end(id, session, Caller.principal())) {
            throw new BadRequestException("session", "there is no such session; it may have ended");
        }
    }

    private static void requireOwnOr(Person person, Permission permission) {
        Predicate<Permission> has = one -> Caller.access().findScope(one).isPresent();
        if (!person.principal().equals(Caller.principal()) && !has.test(permission)) {
            throw NotAllowedException.without(permission);
        }
    }
}
