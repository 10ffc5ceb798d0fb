package lectomen.standins.directory;

import com.unboundid.util.LDAPSDKException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code standin directory}. */
@Command(
        name = "directory",
        description = "Stand in for an LDAP directory, with three people and their groups.",
        mixinStandardHelpOptions = true,
        footer = {"", "It stays up until Ctrl-C."})
public final class DirectoryCommand implements Callable<Integer> {
    @Option(names = "--port", paramLabel = "N", description = "The port (default: ${DEFAULT-VALUE}; 0: any free one).")
    private int port = 9389;

    @Override
    public Integer call() throws LDAPSDKException {
        DirectoryStandIn standIn = DirectoryStandIn.start(port);
        System.out.println("""
                LDAP at ldap://localhost:%d. People: maud, ned, pia; password "%s". In lectomen.yaml:

                sign-in:
                  directory:
                    name: Marrowick Harbour
                    url: ldap://localhost:%d
                    look up as: %s
                    secret: directory
                    search: { people: "%s", groups: "%s" }
                    roles:
                      harbour-administrators: administrator
                      permit-office: { role: operator, rules: [mooring-permits] }

                The password to look up with: echo '%s' | lectomen secret put directory --stdin
                Ctrl-C to stop.""".formatted(
                        standIn.port(),
                        DirectoryStandIn.PASSWORD,
                        standIn.port(),
                        DirectoryStandIn.LOOK_UP_AS,
                        DirectoryStandIn.PEOPLE,
                        DirectoryStandIn.GROUPS,
                        DirectoryStandIn.LOOK_UP_PASSWORD));
        return 0;
    }
}
