package lectomen.service;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.UnknownHostException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import lectomen.service.access.People;
import lectomen.service.filing.EffectRunner;
import lectomen.service.home.BadHomeException;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.retention.RetentionRuns;
import lectomen.service.store.NewerStoreException;
import lectomen.service.work.JobRunner;
import lectomen.service.work.RuleRenames;
import org.springframework.boot.Banner;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/**
 * Starts the service on a home: {@code serve --home DIR --port N [--address 127.0.0.1]}.
 *
 * <p>Exit codes: 0 stopped as asked, 1 a fault, 2 the arguments or the home are not usable.
 */
public final class ServiceMain {
    private static final int DEFAULT_PORT = 8417;

    private record Arguments(Path home, int port, Optional<String> address) {
        static Arguments of(String[] words) {
            Map<String, String> options = new HashMap<>();
            for (int i = 0; i < words.length; i++) {
                String[] pair = words[i].split("=", 2);
                boolean known = pair[0].equals("--home") || pair[0].equals("--port") || pair[0].equals("--address");
                if (!known) {
                    throw usage("serve does not know \"" + words[i] + "\"");
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
            return new Arguments(
                    Path.of(home).toAbsolutePath().normalize(),
                    Integer.parseInt(port),
                    Optional.ofNullable(options.get("--address")));
        }

        private static BadHomeException usage(String problem) {
            return new BadHomeException("arguments", problem, "./lectomen serve --home DIR --port N");
        }
    }

    private ServiceMain() {}

    public static void main(String[] words) {
        try {
            Arguments arguments = Arguments.of(words);
            start(arguments);
        } catch (BadHomeException e) {
            System.err.println("lectomen: " + e.getMessage() + ". To mend it: " + e.mend());
            System.exit(2);
        } catch (NewerStoreException e) {
            System.err.println("lectomen: " + e.getMessage());
            System.exit(2);
        } catch (RuntimeException e) {
            Throwable cause = e;
            while (cause.getCause() != null) {
                cause = cause.getCause();
            }
            System.err.println(
                    "lectomen: the service could not start: " + cause.getMessage() + ". Its log tells more.");
            System.exit(1);
        }
    }

    /** Off this machine the service goes only in the ways that its owner declared, and never in clear text by itself. */
    private static String address(Arguments arguments, Settings settings) {
        String address = arguments
                .address()
                .or(() -> settings.listen().map(Settings.Listen::address))
                .orElse("127.0.0.1");
        try {
            if (settings.listen().isPresent() || InetAddress.getByName(address).isLoopbackAddress()) {
                return address;
            }
        } catch (UnknownHostException e) {
            // refused like any other address that is not this machine
        }
        throw new BadHomeException(
                "not-loopback",
                "address " + address
                        + " is refused: without \"listen\" in lectomen.yaml the service talks in clear text and"
                        + " stays on this machine",
                "leave --address out, or declare a certificate or a proxy (docs/network.md)");
    }

    private static void start(Arguments arguments) {
        Home home = Home.open(arguments.home());
        Settings settings = home.settings();
        String address = address(arguments, settings);
        requireFree(arguments, address);
        System.setProperty("LECTOMEN_LOGS", home.part("logs").toString());
        System.setProperty("LECTOMEN_LOG_FORMAT", settings.jsonLogs() ? "json" : "lines");
        SpringApplication application = new SpringApplication(ServiceWiring.class);
        application.setBannerMode(Banner.Mode.OFF);
        application.setRegisterShutdownHook(true);
        application.setDefaultProperties(properties(arguments, address, settings, home));
        ApplicationContextInitializer<ConfigurableApplicationContext> handIn = context -> {
            GenericApplicationContext beans = (GenericApplicationContext) context;
            beans.registerBean(Home.class, () -> home);
            beans.registerBean(Settings.class, () -> settings);
        };
        application.addInitializers(handIn);
        ConfigurableApplicationContext context = application.run();
        context.getBean(LedgerKeeper.class).start();
        context.getBean(EffectRunner.class).start();
        context.getBean(JobRunner.class).start();
        context.getBean(RuleRenames.class).recover();
        context.getBean(HotFolders.class).start();
        context.getBean(RetentionRuns.class).start();
        int port = Objects.requireNonNull(((ServletWebServerApplicationContext) context).getWebServer())
                .getPort();
        String url = url(settings, port);
        home.announce(url);
        System.out.println("Lectomen is ready at " + url + ", home " + home.folder());
        People people = context.getBean(People.class);
        if (people.list().isEmpty()) {
            System.out.println(
                    "Nobody can sign in to the console yet. This link, good for one use, makes an administrator: "
                            + url.replaceFirst("/$", "") + "/welcome#" + people.makeLink("service"));
        }
    }

    /** Where clients on this machine, or people, find the service. */
    private static String url(Settings settings, int port) {
        if (settings.listen().isEmpty()) {
            return "http://127.0.0.1:" + port;
        }
        Settings.Listen listen = settings.listen().get();
        return listen.way() instanceof Settings.Listen.Way.Proxy proxy
                ? proxy.url().toString()
                : "https://" + listen.names().get(0) + ":" + port;
    }

    private static Map<String, Object> properties(Arguments arguments, String address, Settings settings, Home home) {
        Map<String, Object> properties = new HashMap<>();
        properties.put("server.address", address);
        if (settings.listen().isPresent()) {
            Settings.Listen.Way way = settings.listen().get().way();
            if (way instanceof Settings.Listen.Way.Certificate own) {
                properties.put(
                        "server.ssl.certificate", own.certificate().toUri().toString());
                properties.put(
                        "server.ssl.certificate-private-key", own.key().toUri().toString());
            } else if (way instanceof Settings.Listen.Way.Proxy proxy) {
                properties.put("server.forward-headers-strategy", "none");
                properties.put(
                        "server.servlet.context-path", proxy.url().getPath().replaceFirst("/$", ""));
            }
        }
        properties.put("server.port", arguments.port());
        properties.put("spring.servlet.multipart.location", home.part("scratch").toString());
        return properties;
    }

    private static void requireFree(Arguments arguments, String address) {
        try (ServerSocket probe = new ServerSocket()) {
            probe.setReuseAddress(true);
            probe.bind(new InetSocketAddress(address, arguments.port()));
        } catch (IOException e) {
            throw new BadHomeException(
                    "port-in-use",
                    "port " + arguments.port() + " is in use on " + address,
                    "give another with --port N (0: any free one)");
        }
    }
}
