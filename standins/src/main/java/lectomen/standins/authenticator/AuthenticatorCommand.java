package lectomen.standins.authenticator;

import java.time.Instant;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code standin authenticator}. */
@Command(
        name = "authenticator",
        description = "Print the current code of a second factor, as an authenticator app shows it.",
        mixinStandardHelpOptions = true)
public final class AuthenticatorCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "KEY", description = "The key, as the console shows it at the set-up.")
    private String key = "";

    @Override
    public Integer call() {
        if (!key.matches("[A-Za-z2-7]{16,}")) {
            System.err.println("lectomen: the key has letters and the digits 2 to 7, and at least 16 of them");
            return 2;
        }
        System.out.println(AuthenticatorApp.code(key, Instant.now()));
        return 0;
    }
}
