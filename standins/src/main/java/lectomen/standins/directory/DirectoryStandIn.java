package lectomen.standins.directory;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.util.LDAPSDKException;
import java.net.InetAddress;
import java.util.Optional;
import javax.net.ssl.SSLContext;

/** An LDAP directory in memory with three people of Marrowick Harbour, whose passwords are {@link #PASSWORD}. */
public final class DirectoryStandIn implements AutoCloseable {
    public static final String BASE = "dc=marrowick,dc=example";
    public static final String PEOPLE = "ou=people," + BASE;
    public static final String GROUPS = "ou=groups," + BASE;
    public static final String PASSWORD = "slack water at six";

    /** The entry that a service looks people up as. */
    public static final String LOOK_UP_AS = "cn=lectomen," + BASE;

    public static final String LOOK_UP_PASSWORD = "the lamp is lit";

    private final InMemoryDirectoryServer server;

    private DirectoryStandIn(InMemoryDirectoryServer server) {
        this.server = server;
    }

    /** @param port 0 for any free one */
    public static DirectoryStandIn start(int port) throws LDAPSDKException {
        return start(port, Optional.empty());
    }

    /** @param encryption for LDAP over TLS; empty for LDAP without */
    public static DirectoryStandIn start(int port, Optional<SSLContext> encryption) throws LDAPSDKException {
        InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(BASE);
        config.addAdditionalBindCredentials(LOOK_UP_AS, LOOK_UP_PASSWORD);
        config.setAuthenticationRequiredOperationTypes(
                com.unboundid.ldap.sdk.OperationType.SEARCH, com.unboundid.ldap.sdk.OperationType.COMPARE);
        InetAddress here = InetAddress.getLoopbackAddress();
        config.setListenerConfigs(
                encryption.isPresent()
                        ? InMemoryListenerConfig.createLDAPSConfig(
                                "ldaps", here, port, encryption.get().getServerSocketFactory(), null)
                        : InMemoryListenerConfig.createLDAPConfig("ldap", here, port, null));
        InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
        server.add("dn: " + BASE, "objectClass: domain", "dc: marrowick");
        server.add("dn: " + PEOPLE, "objectClass: organizationalUnit", "ou: people");
        server.add("dn: " + GROUPS, "objectClass: organizationalUnit", "ou: groups");
        DirectoryStandIn standIn = new DirectoryStandIn(server);
        standIn.addPerson("maud", "Maud Harrow", "Harrow");
        standIn.addPerson("ned", "Ned Capstan", "Capstan");
        standIn.addPerson("pia", "Pia Strand", "Strand");
        standIn.addGroup("harbour-administrators", "maud");
        standIn.addGroup("permit-office", "ned");
        standIn.addGroup("ferry-crew", "pia");
        server.startListening();
        return standIn;
    }

    private void addPerson(String uid, String name, String surname) throws LDAPSDKException {
        server.add(
                "dn: uid=" + uid + "," + PEOPLE,
                "objectClass: inetOrgPerson",
                "uid: " + uid,
                "cn: " + name,
                "sn: " + surname,
                "userPassword: " + PASSWORD);
    }

    private void addGroup(String name, String member) throws LDAPSDKException {
        server.add(
                "dn: cn=" + name + "," + GROUPS,
                "objectClass: groupOfNames",
                "cn: " + name,
                "member: uid=" + member + "," + PEOPLE);
    }

    /** Puts a person into a group in place of those who are in it. */
    public void setMember(String group, String person) throws LDAPSDKException {
        server.modify(
                "dn: cn=" + group + "," + GROUPS,
                "changetype: modify",
                "replace: member",
                "member: uid=" + person + "," + PEOPLE);
    }

    public int port() {
        return server.getListenPort();
    }

    @Override
    public void close() {
        server.shutDown(true);
    }
}
