package lectomen.service.api;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.BadPersonException;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.role.Permission;
import lectomen.service.signin.SecondFactors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The second factor of people. They set up and remove their own; administrators remove those of others. */
@RestController
@RequestMapping("/api/v1")
final class SecondFactorController {
    private final SecondFactors factors;
    private final People people;
    private final OpenedSession opened;

    SecondFactorController(SecondFactors factors, People people, OpenedSession opened) {
        this.factors = factors;
        this.people = people;
        this.opened = opened;
    }

    /**
     * What an authenticator app needs.
     *
     * @param secret to be typed
     * @param uri the same with the names
     * @param picture the uri as a QR code: a row of it on each line, # for a dark field
     */
    record SetUpView(String secret, String uri, List<String> picture) {}

    /** Begins to set up one's second factor. It counts as soon as a first code is confirmed. */
    @Anybody
    @PostMapping("/session/second-factor")
    SetUpView begin(HttpServletRequest request) {
        SecondFactors.SetUp setUp = factors.begin(fresh(request));
        return new SetUpView(setUp.secret(), setUp.uri(), picture(setUp.uri()));
    }

    record Code(@Nullable String code) {}

    /** @param recoveryCodes shown this once, each good for one sign-in without the app */
    record RecoveryCodes(List<String> recoveryCodes) {}

    /** Confirms it with a first code. */
    @Anybody
    @PutMapping("/session/second-factor")
    RecoveryCodes confirm(@RequestBody Code code, HttpServletRequest request) {
        return new RecoveryCodes(
                factors.confirm(fresh(request), Optional.ofNullable(code.code()).orElse("")));
    }

    /** Removes one's second factor. */
    @Anybody
    @DeleteMapping("/session/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(HttpServletRequest request) {
        requireRemoved(factors.remove(fresh(request), Caller.principal()));
    }

    /** Removes the second factor of a person who has lost it. */
    @Needs(value = Permission.MANAGE_PEOPLE, fresh = true)
    @DeleteMapping("/accounts/{id}/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeOf(@PathVariable long id) {
        Person person = people.find(id).orElseThrow(() -> new NoSuchPersonException(id));
        requireRemoved(factors.remove(person, Caller.principal()));
    }

    private static void requireRemoved(boolean removed) {
        if (!removed) {
            throw new BadPersonException("secondFactor", "there is no second factor");
        }
    }

    private Person fresh(HttpServletRequest request) {
        Person person =
                opened.find(request).orElseThrow(NotSignedInException::nobody).person();
        if (!Caller.isFresh()) {
            throw NotAllowedException.notFresh();
        }
        return person;
    }

    private static List<String> picture(String uri) {
        try {
            BitMatrix code = new QRCodeWriter().encode(uri, BarcodeFormat.QR_CODE, 0, 0);
            List<String> rows = new ArrayList<>();
            for (int y = 0; y < code.getHeight(); y++) {
                StringBuilder row = new StringBuilder();
                for (int x = 0; x < code.getWidth(); x++) {
                    row.append(code.get(x, y) ? '#' : '.');
                }
                rows.add(row.toString());
            }
            return rows;
        } catch (WriterException e) {
            throw new IllegalStateException("The QR code can't be made", e);
        }
    }
}
