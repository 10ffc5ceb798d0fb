package lectomen.service.api;

import java.util.List;
import lectomen.service.access.Caller;
import lectomen.service.secret.SecretStore;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Passwords by name. Their values go in and never come out. */
@RestController
@RequestMapping("/api/v1/secrets")
final class SecretsController {
    private final SecretStore secrets;

    SecretsController(SecretStore secrets) {
        this.secrets = secrets;
    }

    record SecretList(List<SecretStore.SecretEntry> secrets) {}

    @GetMapping
    SecretList list() {
        return new SecretList(secrets.list());
    }

    /** Keeps a secret, or what it is from now on: the whole body, as it is. */
    @PutMapping("/{name}")
    SecretStore.SecretEntry put(@PathVariable String name, @RequestBody String value) {
        SecretStore.findProblem(name, value).ifPresent(problem -> {
            throw new BadRequestException("secret", problem);
        });
        return secrets.put(name, value, Caller.principal());
    }

    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        secrets.remove(name, Caller.principal());
    }
}
