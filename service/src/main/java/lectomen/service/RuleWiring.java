package lectomen.service;

import java.io.IOException;
import java.time.InstantSource;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.access.Contacts;
import lectomen.service.bytes.ByteStore;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.job.JobResults;
import lectomen.service.ledger.Ledger;
import lectomen.service.lookup.CurrentSite;
import lectomen.service.lookup.LookupTables;
import lectomen.service.print.PrinterWatch;
import lectomen.service.print.Printers;
import lectomen.service.rulebook.PrinterCheck;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.SharedParts;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.work.FiledComparisons;
import lectomen.service.work.RuleActivation;
import lectomen.service.work.RuleRenames;
import lectomen.service.work.Samples;
import lectomen.service.work.TrialDocuments;
import lectomen.service.work.TrialOutputs;
import lectomen.service.work.Trials;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires rules: the rulebook with its parts, lookups and counters, and what tries rules. */
@Configuration(proxyBeanMethods = false)
class RuleWiring {
    @Bean
    CurrentSite currentSite(Settings settings, LookupTables tables) {
        return new CurrentSite(settings.site(), tables);
    }

    @Bean
    LookupTables lookupTables(Store store, Ledger ledger, ByteStore bytes, InstantSource clock) {
        return new LookupTables(store, ledger, bytes, clock);
    }

    @Bean
    Counters counters(Store store, Ledger ledger, Settings settings, InstantSource clock) {
        return new Counters(store, ledger, settings.site().zone(), clock);
    }

    @Bean
    Rulebook rulebook(
            Store store,
            Ledger ledger,
            Settings settings,
            LookupTables tables,
            CurrentSite site,
            Contacts contacts,
            Printers printers,
            PrinterWatch watch,
            InstantSource clock) {
        Map<String, Map<String, String>> tickets = new TreeMap<>();
        settings.printers().forEach((name, printer) -> tickets.put(name, printer.ticket()));
        PrinterCheck check = new PrinterCheck(tickets, watch::find, printers::findPort);
        Rulebook rulebook = new Rulebook(store, ledger, settings, site, contacts::names, check, clock);
        tables.onChange(rulebook::readAgain);
        return rulebook;
    }

    @Bean
    SharedParts sharedParts(Store store, Ledger ledger, Rulebook rulebook, InstantSource clock) {
        return new SharedParts(store, ledger, rulebook, clock);
    }

    @Bean
    RuleRenames ruleRenames(Store store, Rulebook rulebook, Sources sources, HotFolders folders, InstantSource clock) {
        return new RuleRenames(store, rulebook, sources, folders, clock);
    }

    @Bean
    RuleActivation goingLive(
            Rulebook rulebook, HotFolders folders, Samples samples, Connections connections, Contacts contacts) {
        return new RuleActivation(rulebook, folders, samples, connections, contacts);
    }

    @Bean
    Samples samples(
            Store store,
            ByteStore bytes,
            Trials trials,
            Rulebook rulebook,
            Ledger ledger,
            Settings settings,
            InstantSource clock) {
        return new Samples(
                store, bytes, trials, rulebook, ledger, settings.site().locale(), clock);
    }

    @Bean
    Trials trials(
            Home home,
            Rulebook rulebook,
            WorkerPool workers,
            CurrentSite site,
            ByteStore bytes,
            TrialOutputs outputs,
            InstantSource clock)
            throws IOException {
        return new Trials(rulebook, workers, site, home.part("scratch").resolve("trials"), bytes, outputs, clock);
    }

    @Bean
    FiledComparisons filedComparisons(
            Store store,
            ByteStore bytes,
            Trials trials,
            JobResults results,
            JobFilings filings,
            Sources sources,
            Settings settings) {
        return new FiledComparisons(
                store, bytes, trials, results, filings, sources, settings.site().locale());
    }

    @Bean
    TrialOutputs trialOutputs(Home home, InstantSource clock) throws IOException {
        return new TrialOutputs(home.part("scratch").resolve("trial-outputs"), clock);
    }

    @Bean
    TrialDocuments trialDocuments(Home home, ByteStore bytes, InstantSource clock) throws IOException {
        return new TrialDocuments(home.part("trial-documents"), bytes, clock);
    }
}
