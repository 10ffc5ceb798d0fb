package lectomen.service.signin;

import java.util.Set;

/**
 * A person as a provider of sign-in or a directory knows them.
 *
 * @param provider which of them
 * @param subject names the person there, for good
 * @param groups that they are in there
 */
public record OutsidePerson(String provider, String subject, String signIn, String name, Set<String> groups) {
    public OutsidePerson {
        groups = Set.copyOf(groups);
    }
}
