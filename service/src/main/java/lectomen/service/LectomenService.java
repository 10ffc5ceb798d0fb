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
import lectomen.service.access.Invitations;
import lectomen.service.access.PasswordHashing;
import lectomen.service.access.People;
import lectomen.service.desk.DeskClock;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.print.PrintQueueClock;
import lectomen.service.home.BadHomeException;
import lectomen.service.home.Home;
import lectomen.service.home.ServiceAddress;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.notice.NoticeMails;
import lectomen.service.print.PrinterWatch;
import lectomen.service.report.ReportSchedule;
import lectomen.service.retention.RetentionRuns;
import lectomen.service.time.ServiceClock;
import lectomen.service.watch.SiteWatch;
import lectomen.service.work.JobRunner;
import lectomen.service.work.RuleRenames;
import org.springframework.boot.Banner;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/** The service on one home, from start to stop. {@link ServiceMain} runs one as a program. */
public final class LectomenService implements AutoCloseable {
    /**
     * How a service is started.
     *
     * @param port 0 for any free one
     * @param address where to listen; empty: as the home's settings say, and 127.0.0.1 where they say nothing
     */
    public record Options(
            Path home, int port, Optional<String> address, ServiceClock clock, PasswordHashing passwords) {}

    private final ConfigurableApplicationContext context;
    private final Home home;
    private final int port;
    private final String url;

    private LectomenService(ConfigurableApplicationContext context, Home home, int port, String url) {
        this.context = context;
        this.home = home;
        this.port = port;
        this.url = url;
    }

    /**
     * Starts a service; it takes calls when this returns.
     *
     * @throws BadHomeException if the home, the port or the address can't be used
     * @throws lectomen.service.store.NewerStoreException if a newer Lectomen has written to the home
     */
    public static LectomenService start(Options options) {
        Home home = Home.open(options.home());
        try {
            return startOn(home, options);
        } catch (RuntimeException e) {
            release(home);
            throw e;
        }
    }

    private static void release(Home home) {
        try {
            home.close();
        } catch (IOException alreadyReleased) {
            // what was started of the service has released it while it stopped
        }
    }

    private static LectomenService startOn(Home home, Options options) {
        Settings settings = home.settings();
        String address = address(options, settings);
        requireFree(options, address);
        System.setProperty("LECTOMEN_LOGS", home.part("logs").toString());
        System.setProperty("LECTOMEN_LOG_FORMAT", settings.jsonLogs() ? "json" : "lines");
        SpringApplication application = new SpringApplication(ServiceWiring.class);
        application.setBannerMode(Banner.Mode.OFF);
        application.setRegisterShutdownHook(true);
        application.setDefaultProperties(properties(options, address, settings, home));
        ApplicationContextInitializer<ConfigurableApplicationContext> handIn = context -> {
            GenericApplicationContext beans = (GenericApplicationContext) context;
            beans.registerBean(Home.class, () -> home);
            beans.registerBean(Settings.class, () -> settings);
            beans.registerBean(ServiceClock.class, options::clock);
            beans.registerBean(PasswordHashing.class, options::passwords);
        };
        application.addInitializers(handIn);
        ConfigurableApplicationContext context = application.run();
        context.getBean(LedgerKeeper.class).start();
        context.getBean(EffectRunner.class).start(context.getBean(FolderDestinations.class)::clearUnreached);
        context.getBean(JobRunner.class).start();
        context.getBean(RuleRenames.class).recover();
        context.getBean(HotFolders.class).start();
        context.getBean(RetentionRuns.class).start();
        int port = Objects.requireNonNull(((ServletWebServerApplicationContext) context).getWebServer())
                .getPort();
        String url = url(settings, port);
        context.getBean(ServiceAddress.class)
                .set(settings.notices().address().map(Object::toString).orElse(url));
        context.getBean(NoticeMails.class).start();
        context.getBean(SiteWatch.class).start();
        context.getBean(ReportSchedule.class).start();
        context.getBean(DeskClock.class).start();
        context.getBean(PrinterWatch.class).start();
        context.getBean(PrintQueueClock.class).start();
        home.announce(url);
        return new LectomenService(context, home, port, url);
    }

    /** Where clients on this machine, or people, find it. */
    public String url() {
        return url;
    }

    /** Where it listens, whatever address people reach it by. */
    public int port() {
        return port;
    }

    public Path home() {
        return home.folder();
    }

    /** Makes a link to the first administrator's account, good for one use; empty once somebody can sign in. */
    public Optional<String> firstWelcomeLink() {
        People people = context.getBean(People.class);
        Invitations invitations = context.getBean(Invitations.class);
        return people.list().isEmpty()
                ? Optional.of(url.replaceFirst("/$", "") + "/welcome#" + invitations.inviteAdministrator("service"))
                : Optional.empty();
    }

    /** Has whatever waits for a time look at the clock again now, once it has been set forward. */
    public void lookAtClock() {
        context.getBean(HotFolders.class).lookSoon();
        context.getBean(JobRunner.class).wake();
        context.getBean(EffectRunner.class).wake();
        context.getBean(DeskClock.class).lookSoon();
    }

    /** Lets what is under way come to its end, then stops. */
    @Override
    public void close() {
        context.close();
    }

    /** Off this machine the service goes only in the ways that its owner declared, and never in clear text by itself. */
    private static String address(Options options, Settings settings) {
        String address = options.address()
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
                "address " + address
                        + " is refused: without \"listen\" in lectomen.yaml the service uses unencrypted HTTP and"
                        + " accepts only connections from this machine",
                "omit --address, or configure a certificate or a proxy (docs/network.md)");
    }

    private static String url(Settings settings, int port) {
        if (settings.listen().isEmpty()) {
            return "http://127.0.0.1:" + port;
        }
        Settings.Listen listen = settings.listen().get();
        return listen.way() instanceof Settings.Listen.Way.Proxy proxy
                ? proxy.url().toString()
                : "https://" + listen.names().get(0) + ":" + port;
    }

    private static Map<String, Object> properties(Options options, String address, Settings settings, Home home) {
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
        properties.put("server.port", options.port());
        properties.put("spring.servlet.multipart.location", home.part("scratch").toString());
        return properties;
    }

    private static void requireFree(Options options, String address) {
        try (ServerSocket probe = new ServerSocket()) {
            probe.setReuseAddress(true);
            probe.bind(new InetSocketAddress(address, options.port()));
        } catch (IOException e) {
            throw new BadHomeException(
                    "port " + options.port() + " is in use on " + address,
                    "choose another with --port N (0: any free port)");
        }
    }
}
