package lectomen.service.signin.directory;

import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import javax.net.ssl.SSLSocketFactory;
import lectomen.service.home.SignInSettings;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.OutsidePerson;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Asks an LDAP directory whether a password is right: looks the person's entry up by the sign-in name, binds as that entry with the
 * password, and looks up the groups that have the entry as a member (RFC 4511). Each question has a connection of its own. Safe for
 * several threads.
 */
public final class Directory {
    private static final Logger LOG = LoggerFactory.getLogger(Directory.class);
    private static final int LDAP_PORT = 389;
    private static final int LDAPS_PORT = 636;
    private static final int MILLIS = (int) Duration.ofSeconds(10).toMillis();
    private static final int MOST_GROUPS = 1_000;

    private final SignInSettings.Directory settings;
    private final SecretStore secrets;
    private final SSLSocketFactory trusted;

    /** @param trusted makes encrypted connections to directories that are vouched for */
    public Directory(SignInSettings.Directory settings, SecretStore secrets, SSLSocketFactory trusted) {
        this.settings = settings;
        this.secrets = secrets;
        this.trusted = trusted;
    }

    /** What the directory says of a name and a password. */
    public sealed interface Answer {
        record Known(OutsidePerson person) implements Answer {}

        /** There is nobody of that name, or the password is wrong. */
        record Wrong() implements Answer {}

        record Unreachable() implements Answer {}
    }

    /** What the groups of the directory stand for here. */
    public SignInSettings.Mapping mapping() {
        return settings.mapping();
    }

    public Answer ask(String name, String password) {
        if (name.isBlank() || password.isEmpty()) { // a bind without a password proves nothing (RFC 4513, 5.1.2)
            return new Answer.Wrong();
        }
        try (LDAPConnection connection = connect()) {
            Optional<SearchResultEntry> entry = find(connection, name);
            if (entry.isEmpty() || !isPassword(connection, entry.get().getDN(), password)) {
                return new Answer.Wrong();
            }
            bindToLookUp(connection);
            return new Answer.Known(person(connection, name, entry.get()));
        } catch (LDAPException e) {
            LOG.warn("The directory can't be asked: {}. Check sign-in: directory in lectomen.yaml", e.getResultCode());
            return new Answer.Unreachable();
        }
    }

    private LDAPConnection connect() throws LDAPException {
        boolean encrypted = "ldaps".equals(settings.url().getScheme());
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(MILLIS);
        options.setResponseTimeoutMillis(MILLIS);
        int port = settings.url().getPort();
        LDAPConnection connection = encrypted ? new LDAPConnection(trusted, options) : new LDAPConnection(options);
        connection.connect(settings.url().getHost(), port > 0 ? port : encrypted ? LDAPS_PORT : LDAP_PORT);
        try {
            bindToLookUp(connection);
        } catch (LDAPException e) {
            connection.close();
            throw e;
        }
        return connection;
    }

    private void bindToLookUp(LDAPConnection connection) throws LDAPException {
        if (settings.bindAs().isEmpty()) {
            connection.bind("", "");
            return;
        }
        String secret = settings.secret().orElseThrow();
        try {
            String password = secrets.open(secret)
                    .orElseThrow(() -> new LDAPException(ResultCode.PARAM_ERROR, "the secret can't be read"));
            connection.bind(settings.bindAs().get(), password);
        } catch (NoSuchSecretException e) {
            LOG.warn(
                    "The directory can't be asked: there is no secret {}. Set it: lectomen secret put {}",
                    secret,
                    secret);
            throw new LDAPException(ResultCode.PARAM_ERROR, e);
        }
    }

    /** The one entry of that name; none if several have it. */
    private Optional<SearchResultEntry> find(LDAPConnection connection, String name) throws LDAPException {
        SignInSettings.Search search = settings.search();
        SearchRequest request = new SearchRequest(
                search.people(),
                SearchScope.SUB,
                Filter.createEqualityFilter(search.signIn(), name),
                search.signIn(),
                search.name());
        request.setSizeLimit(2);
        try {
            List<SearchResultEntry> found = connection.search(request).getSearchEntries();
            return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
        } catch (LDAPException e) {
            if (e.getResultCode().equals(ResultCode.SIZE_LIMIT_EXCEEDED)) {
                return Optional.empty();
            }
            throw e;
        }
    }

    private static boolean isPassword(LDAPConnection connection, String entry, String password) throws LDAPException {
        try {
            connection.bind(entry, password);
            return true;
        } catch (LDAPException e) {
            if (e.getResultCode().equals(ResultCode.INVALID_CREDENTIALS)) {
                return false;
            }
            throw e;
        }
    }

    private OutsidePerson person(LDAPConnection connection, String name, SearchResultEntry entry) throws LDAPException {
        SignInSettings.Search search = settings.search();
        String signIn = orElse(entry.getAttributeValue(search.signIn()), name);
        return new OutsidePerson(
                OutsidePeople.DIRECTORY,
                entry.getDN(),
                signIn,
                orElse(entry.getAttributeValue(search.name()), signIn),
                groups(connection, entry.getDN()));
    }

    private static String orElse(@Nullable String value, String otherwise) {
        return Objects.requireNonNullElse(value, otherwise);
    }

    private Set<String> groups(LDAPConnection connection, String member) throws LDAPException {
        SignInSettings.Search search = settings.search();
        if (search.groups().isEmpty()) {
            return Set.of();
        }
        SearchRequest request = new SearchRequest(
                search.groups().get(),
                SearchScope.SUB,
                Filter.createEqualityFilter(search.member(), member),
                search.groupName());
        request.setSizeLimit(MOST_GROUPS);
        Set<String> names = new HashSet<>();
        for (SearchResultEntry group : connection.search(request).getSearchEntries()) {
            String name = group.getAttributeValue(search.groupName());
            if (name != null) {
                names.add(name);
            }
        }
        return names;
    }
}
