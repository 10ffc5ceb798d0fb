package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.service.access.Caller;
import lectomen.service.intake.Uploads;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Uploads of files. */
@RestController
@RequestMapping("/api/v1")
final class ArrivalsController {
    private static final int LONGEST_KEY = 200;

    private final Uploads uploads;
    private final Rulebook rulebook;
    private final CallerScope scopes;

    ArrivalsController(Uploads uploads, Rulebook rulebook, CallerScope scopes) {
        this.scopes = scopes;
        this.uploads = uploads;
        this.rulebook = rulebook;
    }

    /** @param again whether it was sent before under the same key, so that no second job was made */
    record Taken(String job, boolean again) {}

    /** The body is the file; it is safe once this answers. Sending it again with the same Idempotency-Key makes no second job. */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @PostMapping(path = "/uploads", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    Taken upload(
            @RequestParam String name,
            @RequestParam Optional<String> rule,
            @RequestParam(defaultValue = "false") boolean hold,
            @RequestParam Optional<List<String>> tags,
            @RequestHeader(name = "Idempotency-Key", required = false) Optional<String> key,
            HttpServletRequest request)
            throws IOException {
        String last = name.replaceFirst(".*/", "");
        if (last.isBlank()) {
            throw new BadRequestException("name", "the file name is missing");
        }
        if (key.filter(text -> text.isBlank() || text.length() > LONGEST_KEY).isPresent()) {
            throw new BadRequestException("Idempotency-Key", "a key must have 1 to " + LONGEST_KEY + " characters");
        }
        if (rule.isPresent()) {
            scopes.requireRule(rule.get(), Permission.HANDLE_DOCUMENTS);
            rulebook.require(rule.get());
        } else if (!scopes.require(Permission.HANDLE_DOCUMENTS).isAll()) {
            throw new BadRequestException(
                    "rule", "your role is limited to some rules: name the rule that the file is for");
        }
        try (InputStream body = request.getInputStream()) {
            Uploads.Accepted accepted = uploads.take(
                    new Uploads.Sent(last, rule, Set.copyOf(tags.orElse(List.of())), key, hold),
                    body,
                    Caller.principal());
            return new Taken(accepted.job(), accepted.again());
        }
    }
}
