package lectomen.client;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Keeps the address of a service with a token, for the commands that follow. */
@Command(
        name = "login",
        description =
                "Keep the address of a service on another machine with a token, so that commands need neither --url nor "
                        + "--token. Add a token there first: token add.",
        footer = {"", "Examples:", "  lectomen login --url https://harbour.example", "  lectomen login --forget"})
final class LoginCommand implements Callable<Integer> {
    @Option(names = "--url", paramLabel = "URL", description = "The URL of the service.")
    private @Nullable String url;

    @Option(names = "--stdin", description = "Read the token from standard input instead of asking for it.")
    private boolean piped;

    @Option(names = "--forget", description = "Forget what was kept.")
    private boolean forget;

    @Override
    public Integer call() throws IOException {
        if (forget) {
            System.out.println(KeptLogin.forget() ? "Forgotten." : "Nothing was kept.");
            return 0;
        }
        if (url == null) {
            throw new ServiceUnreachable("--url is missing: the URL of the service");
        }
        String token = piped
                ? new String(System.in.readAllBytes(), StandardCharsets.UTF_8).strip()
                : Optional.ofNullable(System.console())
                        .map(console -> new String(console.readPassword("Token: ")).strip())
                        .orElseThrow(() -> new ServiceUnreachable("there is no terminal for the prompt; use --stdin"));
        String address = url.replaceFirst("/+$", "");
        new Service(address, token).get("/jobs?limit=1");
        System.out.println("Kept in " + KeptLogin.keep(address, token) + ". Commands now go to " + address + ".");
        return 0;
    }
}
