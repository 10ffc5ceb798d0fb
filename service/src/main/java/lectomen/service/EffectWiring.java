package lectomen.service;

import java.io.IOException;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.access.People;
import lectomen.service.bytes.ByteStore;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.destination.folder.ConnectionFolders;
import lectomen.service.destination.folder.FolderConnection;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.Effects;
import lectomen.service.effect.answer.Answers;
import lectomen.service.effect.call.Calls;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.effect.giveback.GiveBack;
import lectomen.service.effect.print.PrintActions;
import lectomen.service.effect.print.PrintFigures;
import lectomen.service.effect.print.PrintFiles;
import lectomen.service.effect.print.PrintQueueClock;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.home.Home;
import lectomen.service.home.ServiceAddress;
import lectomen.service.home.Settings;
import lectomen.service.job.JobEndings;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.mail.MailConnection;
import lectomen.service.mail.MailServer;
import lectomen.service.mail.MailServers;
import lectomen.service.plan.ChildJobs;
import lectomen.service.plan.PlanWaits;
import lectomen.service.plan.Plans;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.print.PrinterConnection;
import lectomen.service.print.PrinterWatch;
import lectomen.service.print.Printers;
import lectomen.service.print.find.PrinterSearch;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.secret.SecretStore;
import lectomen.service.store.Store;
import lectomen.service.web.WebConnection;
import lectomen.service.web.WebSystem;
import lectomen.service.web.WebSystems;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires what changes the world outside: destinations, effects of all kinds, and what ends jobs. */
@Configuration(proxyBeanMethods = false)
class EffectWiring {
    /** Printers that are there answer within it. */
    private static final Duration TIME_FOR_PRINTERS = Duration.ofSeconds(3);

    private static final List<ConnectionKind> CONNECTION_KINDS =
            List.of(new FolderConnection(), new MailConnection(), new WebConnection(), new PrinterConnection());

    @Bean
    ConnectionRecords connectionRecords(Store store, Ledger ledger, Settings settings, InstantSource clock) {
        ConnectionRecords records = new ConnectionRecords(store, ledger, CONNECTION_KINDS, clock);
        records.declare(FolderConnection.CODE, FolderConnection.settings(settings.folders()));
        records.declare(MailConnection.CODE, MailConnection.settings(settings.mail()));
        records.declare(WebConnection.CODE, WebConnection.settings(settings.web()));
        records.declare(PrinterConnection.CODE, PrinterConnection.settings(settings.printers()));
        return records;
    }

    @Bean
    Connections connections(ConnectionRecords records, Settings settings, KnownDisks disks) {
        return new Connections(new ConnectionFolders(records), settings.roots(), disks::findElsewhere);
    }

    @Bean
    FolderDestinations folderDestinations(Connections connections) {
        return new FolderDestinations(connections);
    }

    @Bean
    JobEndings jobEndings(Jobs jobs) {
        return new JobEndings(jobs);
    }

    @Bean
    Plans plans(Jobs jobs) {
        return new Plans(jobs);
    }

    @Bean
    ChildJobs childJobs(Jobs jobs, JobEndings endings, Plans plans, Ledger ledger, Sources sources) {
        ChildJobs children = new ChildJobs(jobs, endings, plans, ledger, sources);
        jobs.onPart(children);
        return children;
    }

    @Bean
    PlanWaits planWaits(Jobs jobs, Plans plans, ChildJobs children, InstantSource clock) {
        return new PlanWaits(jobs, plans, children, clock);
    }

    @Bean
    Effects effects(Store store, Ledger ledger, KeyedHash keyed, InstantSource clock) {
        return new Effects(store, ledger, keyed, clock);
    }

    @Bean
    ServiceAddress serviceAddress() {
        return new ServiceAddress();
    }

    @Bean
    MailServers mailServers(Settings settings, SecretStore secrets, ByteStore bytes, InstantSource clock) {
        Map<String, MailServer> servers = new TreeMap<>();
        settings.mail().forEach((name, server) -> servers.put(name, new MailServer(server, secrets, bytes, clock)));
        return new MailServers(servers);
    }

    @Bean
    WebSystems webSystems(Settings settings, SecretStore secrets, InstantSource clock) {
        Map<String, WebSystem> systems = new TreeMap<>();
        settings.web().forEach((name, system) -> systems.put(name, new WebSystem(name, system, secrets, clock)));
        return new WebSystems(systems);
    }

    @Bean
    Printers printers(Settings settings, SecretStore secrets) {
        Map<String, Printer> printers = new TreeMap<>();
        Map<String, PrintPort> ports = new TreeMap<>();
        settings.printers().forEach((name, printer) -> {
            if (printer.canBeAsked()) {
                printers.put(name, new Printer(printer, secrets));
            } else {
                ports.put(name, PrintPort.of(printer));
            }
        });
        return new Printers(printers, ports);
    }

    @Bean
    PrinterWatch printerWatch(Printers printers, InstantSource clock) {
        return new PrinterWatch(printers, clock);
    }

    @Bean
    PrinterSearch printerSearch() {
        return new PrinterSearch(TIME_FOR_PRINTERS);
    }

    @Bean
    PrintQueues printQueues(
            Store store, Ledger ledger, Settings settings, ConnectionRecords records, InstantSource clock) {
        return new PrintQueues(
                store,
                ledger,
                settings.printers(),
                AllEffects.limits(records),
                settings.site().zone(),
                settings.calendar(),
                clock);
    }

    @Bean
    PrintFiles printFiles(Home home, ByteStore bytes, PrinterWatch watch, WorkerPool workers) throws IOException {
        return new PrintFiles(home.part("derived").resolve("sheets"), bytes, watch::findOrAsk, workers::draw);
    }

    @Bean
    PrintQueueClock printQueueClock(PrintQueues queues, EffectRunner runner) {
        return new PrintQueueClock(queues, runner::wake);
    }

    @Bean
    PrintFigures printFigures(Store store) {
        return new PrintFigures(store);
    }

    @Bean
    PrintActions printActions(
            Store store,
            Jobs jobs,
            Ledger ledger,
            Effects effects,
            EffectRunner runner,
            PrintQueues queues,
            Printers printers,
            People people) {
        return new PrintActions(store, jobs, ledger, effects, runner, queues, printers::find, people::nameOf);
    }

    @Bean
    Calls calls(Effects effects, InstantSource clock) {
        return new Calls(effects, clock);
    }

    @Bean
    AllEffects allEffects(
            Store store,
            Jobs jobs,
            Effects effects,
            ByteStore bytes,
            ConnectionRecords records,
            Connections connections,
            FolderDestinations folders,
            MailServers mail,
            WebSystems systems,
            Printers printers,
            PrintQueues queues,
            PrintFiles files,
            ServiceAddress address,
            Rulebook rulebook,
            Sources sources,
            Counters counters,
            JobEndings endings,
            PlanWaits waits,
            KeyedHash keyed,
            Settings settings,
            InstantSource clock) {
        return AllEffects.of(
                store,
                jobs,
                effects,
                bytes,
                records,
                connections,
                folders,
                mail::find,
                systems::find,
                printers::find,
                printers::findPort,
                queues,
                files,
                address,
                rulebook,
                sources,
                counters,
                endings,
                waits,
                keyed,
                settings.site().locale(),
                clock);
    }

    @Bean(destroyMethod = "close")
    EffectRunner effectRunner(AllEffects all) {
        return all.runner();
    }

    @Bean
    JobFilings jobFilings(AllEffects all) {
        return all.filings();
    }

    @Bean
    GiveBack giveBack(AllEffects all) {
        return all.giveBack();
    }

    @Bean
    Answers answers(Effects effects) {
        return new Answers(effects);
    }
}
