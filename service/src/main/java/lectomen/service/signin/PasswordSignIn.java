package lectomen.service.signin;

import java.util.Locale;
import java.util.Optional;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.access.SignInAttempts;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.signin.OutsidePeople.Admission;
import lectomen.service.signin.directory.Directory;
import lectomen.service.store.Store;

/**
 * Proves who somebody is by their password, here or in the directory, and by their second factor where they have one. Five wrong
 * tries for a name, or ten from one address, within a quarter of an hour block further ones until it has passed. Safe for several
 * threads.
 */
public final class PasswordSignIn {
    private final Store store;
    private final Ledger ledger;
    private final People people;
    private final SecondFactors factors;
    private final OutsidePeople outside;
    private final Optional<Directory> directory;
    private final SignInSettings settings;
    private final SignInAttempts byName;
    private final SignInAttempts byAddress;

    /** @param byName counts wrong tries by sign-in name @param byAddress by network address */
    public PasswordSignIn(
            Store store,
            Ledger ledger,
            People people,
            SecondFactors factors,
            OutsidePeople outside,
            Optional<Directory> directory,
            SignInSettings settings,
            SignInAttempts byName,
            SignInAttempts byAddress) {
        this.store = store;
        this.ledger = ledger;
        this.people = people;
        this.factors = factors;
        this.outside = outside;
        this.directory = directory;
        this.settings = settings;
        this.byName = byName;
        this.byAddress = byAddress;
    }

    /** What somebody typed. @param code of the second factor, or one for recovery; empty for none */
    public record Typed(String signIn, String password, String code) {}

    /** The result of a try. */
    public sealed interface Result {
        record Proven(Person person) implements Result {}

        record Wrong() implements Result {}

        /** The password is right; a code of the second factor is needed as well. */
        record CodeNeeded() implements Result {}

        record LockedOut(long seconds) implements Result {}

        /** They proved who they are, and may not come in all the same. */
        record Refused(String code, String words) implements Result {}

        /** The directory can't be asked. */
        record Unreachable() implements Result {}
    }

    /** @param address of the network that the try comes from */
    public Result prove(Typed typed, String address) {
        String name = typed.signIn().strip().toLowerCase(Locale.ROOT);
        long wait = Math.max(byName.secondsToWait(name), byAddress.secondsToWait(address));
        if (wait > 0) {
            return new Result.LockedOut(wait);
        }
        Result result = password(name, typed.password());
        if (result instanceof Result.Proven proven && factors.isOn(proven.person())) {
            result = secondFactor(proven.person(), typed.code());
        }
        if (result instanceof Result.Wrong) {
            countWrong(name, address);
        } else if (result instanceof Result.Proven) {
            byName.right(name);
        }
        return result;
    }

    private Result password(String name, String password) {
        if (directory.isPresent() && !isHere(name)) {
            return directory(directory.get(), name, password);
        }
        Optional<Person> person = settings.hasPassword(name) ? people.findBy(name, password) : Optional.empty();
        return person.<Result>map(Result.Proven::new).orElse(new Result.Wrong());
    }

    /** Whether a person proves with a password who they are, kept here or in the directory. */
    public boolean hasPassword(Person person) {
        return isHere(person.signIn()) || isOfDirectory(person);
    }

    /** Whether the password of that name is kept here, rather than in the directory. */
    private boolean isHere(String name) {
        return settings.onlyPassword().filter(name::equals).isPresent()
                || (settings.hasPassword(name)
                        && people.findBySignIn(name)
                                .filter(People.Found::hasPassword)
                                .filter(found -> !isOfDirectory(found.person()))
                                .isPresent());
    }

    private boolean isOfDirectory(Person person) {
        return directory.isPresent()
                && outside.of(person.id()).stream()
                        .anyMatch(one -> one.provider().equals(OutsidePeople.DIRECTORY));
    }

    private Result directory(Directory asked, String name, String password) {
        Directory.Answer answer = asked.ask(name, password);
        if (answer instanceof Directory.Answer.Known known) {
            Admission admission = outside.admit(known.person(), asked.mapping());
            return admission instanceof Admission.Refused refused
                    ? new Result.Refused(refused.code(), refused.words())
                    : new Result.Proven(((Admission.Admitted) admission).person());
        }
        return answer instanceof Directory.Answer.Unreachable ? new Result.Unreachable() : new Result.Wrong();
    }

    private Result secondFactor(Person person, String code) {
        if (code.isBlank()) {
            return new Result.CodeNeeded();
        }
        return factors.accepts(person, code) ? new Result.Proven(person) : new Result.Wrong();
    }

    private void countWrong(String name, String address) {
        boolean nameBlocked = byName.wrong(name);
        boolean addressBlocked = byAddress.wrong(address);
        String subject = people.findBySignIn(name)
                .map(found -> found.person().principal())
                .orElse("people");
        store.write(db -> {
            ledger.append(db, "service", "sign-in.failed", subject);
            if (nameBlocked || addressBlocked) {
                ledger.append(
                        db, "service", "sign-in.blocked", "people", "by", nameBlocked ? "sign-in name" : "address");
            }
            return subject;
        });
    }
}
