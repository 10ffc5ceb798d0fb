package lectomen.service.api;

import java.util.List;
import lectomen.service.access.Caller;
import lectomen.service.role.Permission;
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

    @Needs(Permission.SEE_SERVICE)
    @GetMapping
    SecretList list() {
        return new SecretList(secrets.list());
    }

    /** Keeps a secret, or what it is from now on: the whole body, as it is. */
    @Needs(value = Permission.MANAGE_SECRETS, fresh = true)
    @PutMapping("/{name}")
    SecretStore.SecretEntry put(@PathVariable String name, @RequestBody String value) {
        SecretStore.findProblem(name, value).ifPresent(problem -> {
            throw new BadRequestException("secret", problem);
        });
        return secrets.put(name, value, Caller.principal());
    }

    @Needs(value = Permission.MANAGE_SECRETS, fresh = true)
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        secrets.remove(name, Caller.principal());
    }
}
