package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.service.role.Grant;

/**
 * How people sign in.
 *
 * @param onlyPassword the one sign-in name that may use a local password, for emergencies; empty where all may
 * @param secondFactorRequired whether each local account needs a second factor
 * @param openId a provider of OpenID Connect; empty for none
 * @param directory an LDAP directory; empty for none
 */
public record SignInSettings(
        Optional<String> onlyPassword,
        boolean secondFactorRequired,
        Optional<OpenId> openId,
        Optional<Directory> directory) {
    /** Local passwords alone. */
    public static final SignInSettings LOCAL =
            new SignInSettings(Optional.empty(), false, Optional.empty(), Optional.empty());

    /** Whether somebody of that sign-in name may use a local password. */
    public boolean hasPassword(String signIn) {
        return onlyPassword.isEmpty() || onlyPassword.get().equals(signIn);
    }

    /**
     * A provider of OpenID Connect.
     *
     * @param label as people know it
     * @param client the id by which the provider knows this service
     * @param secret the name of the secret that it shares with the provider; empty for a public client
     * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
     */
    public record OpenId(
            String label,
            URI issuer,
            String client,
            Optional<String> secret,
            Optional<Path> certificate,
            Claims claims,
            Mapping mapping) {}

    /** The names of the claims to read; a dot leads into a claim that is an object. */
    public record Claims(String signIn, String name, String groups) {}

    /**
     * An LDAP directory.
     *
     * @param label as people know it
     * @param bindAs the name of the entry that looks people up; empty to look up anonymously
     * @param secret the name of the secret with its password
     */
    public record Directory(
            String label,
            URI url,
            Optional<Path> certificate,
            Optional<String> bindAs,
            Optional<String> secret,
            Search search,
            Mapping mapping) {}

    /**
     * Where people and groups are in a directory.
     *
     * @param people the entry below which people are
     * @param signIn the attribute with the sign-in name
     * @param name the attribute with the name as others see it
     * @param groups the entry below which groups are; empty for none
     * @param groupName the attribute with the name of a group
     * @param member the attribute of a group with the entries of its members
     */
    public record Search(
            String people, String signIn, String name, Optional<String> groups, String groupName, String member) {}

    /**
     * What the groups of a provider or directory stand for here.
     *
     * @param roles by their group; empty to leave roles to the administrators here
     * @param groups the group here, by theirs
     */
    public record Mapping(Map<String, List<Grant>> roles, Map<String, String> groups) {
        public Mapping {
            roles = Map.copyOf(roles);
            groups = Map.copyOf(groups);
        }

        /** The roles of somebody in those groups; empty where roles are left to the administrators here. */
        public Optional<List<Grant>> rolesOf(Set<String> theirs) {
            return roles.isEmpty()
                    ? Optional.empty()
                    : Optional.of(theirs.stream()
                            .sorted()
                            .flatMap(group -> roles.getOrDefault(group, List.of()).stream())
                            .distinct()
                            .toList());
        }

        /** The groups here that somebody in those groups belongs to. */
        public Set<String> groupsOf(Set<String> theirs) {
            return Set.copyOf(theirs.stream()
                    .flatMap(group -> Stream.ofNullable(groups.get(group)))
                    .toList());
        }
    }
}
