package lectomen.service;

import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.PasswordHashing;
import lectomen.service.home.BadHomeException;
import lectomen.service.store.NewerStoreException;
import lectomen.service.time.ServiceClock;

/**
 * Starts the service on a home: {@code serve --home DIR --port N [--address 127.0.0.1]}.
 *
 * <p>Exit codes: 0 stopped as asked, 1 a fault, 2 the arguments or the home are not usable.
 */
public final class ServiceMain {
    private static final int DEFAULT_PORT = 8417;

    private ServiceMain() {}

    public static void main(String[] words) {
        int exitCode = run(words);
        if (exitCode != 0) {
            System.exit(exitCode);
        }
    }

    /** Starts a service as the words say; gives 0 when it runs, else the exit code. */
    public static int run(String... words) {
        try {
            LectomenService service = LectomenService.start(options(words));
            System.out.println("Lectomen is ready at " + service.url() + ", home " + service.home());
            service.firstWelcomeLink()
                    .ifPresent(link -> System.out.println("The console has no accounts yet. This link, valid for one"
                            + " use, creates an administrator: " + link));
            return 0;
        } catch (BadHomeException e) {
            System.err.println("lectomen: " + e.getMessage() + ". Fix: " + e.fix());
            return 2;
        } catch (NewerStoreException e) {
            System.err.println("lectomen: " + e.getMessage());
            return 2;
        } catch (RuntimeException e) {
            Throwable cause = e;
            while (cause.getCause() != null) {
                cause = cause.getCause();
            }
            System.err.println("lectomen: the service could not start: " + cause.getMessage() + ". See its log.");
            return 1;
        }
    }

    private static LectomenService.Options options(String[] words) {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i < words.length; i++) {
            String[] pair = words[i].split("=", 2);
            boolean known = pair[0].equals("--home") || pair[0].equals("--port") || pair[0].equals("--address");
            if (!known) {
                throw usage("unknown option for serve: \"" + words[i] + "\"");
            }
            if (pair.length == 1 && i + 1 == words.length) {
                throw usage(pair[0] + " needs a value");
            }
            options.put(pair[0], pair.length == 2 ? pair[1] : words[++i]);
        }
        String home = options.getOrDefault("--home", System.getenv().getOrDefault("LECTOMEN_HOME", "home"));
        String port = options.getOrDefault("--port", Integer.toString(DEFAULT_PORT));
        if (!port.matches("\\d{1,5}") || Integer.parseInt(port) > 65_535) {
            throw usage("--port needs a number from 0 to 65535 (0: any free one), not \"" + port + "\"");
        }
        Duration ahead = Duration.parse(System.getProperty("lectomen.clock.ahead", "PT0S"));
        return new LectomenService.Options(
                Path.of(home).toAbsolutePath().normalize(),
                Integer.parseInt(port),
                Optional.ofNullable(options.get("--address")),
                ServiceClock.system(ahead),
                PasswordHashing.SLOW);
    }

    private static BadHomeException usage(String problem) {
        return new BadHomeException(problem, "./lectomen serve --home DIR --port N");
    }
}
