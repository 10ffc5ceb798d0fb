package lectomen.standins.openid;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code standin openid}. */
@Command(
        name = "openid",
        description = "Stand in for a provider of OpenID Connect, with three people who sign in by a click.",
        mixinStandardHelpOptions = true,
        footer = {"", "It stays up until Ctrl-C. With --fault a service must refuse everybody."})
public final class OpenIdCommand implements Callable<Integer> {
    @Option(names = "--port", paramLabel = "N", description = "The port (default: ${DEFAULT-VALUE}; 0: any free one).")
    private int port = 9417;

    @Option(names = "--fault", paramLabel = "FAULT", description = "One of: ${COMPLETION-CANDIDATES}.")
    private Fault fault = Fault.NONE;

    @Option(names = "--clock-skew", paramLabel = "SECONDS", description = "By how much its clock is fast.")
    private long skewSeconds;

    @Override
    public Integer call() throws IOException {
        OpenIdStandIn standIn = OpenIdStandIn.start(port);
        standIn.make(fault);
        standIn.setClockSkew(Duration.ofSeconds(skewSeconds));
        System.out.println("""
                OpenID Connect at %1$s. In lectomen.yaml:

                sign-in:
                  openid connect:
                    name: Marrowick Harbour
                    issuer: %1$s
                    client: lectomen
                    roles:
                      harbour-administrators: administrator
                      permit-office: { role: operator, rules: [mooring-permits] }

                Ctrl-C to stop.""".formatted(standIn.issuer()));
        return 0;
    }
}
