package lectomen.service;

import java.time.InstantSource;
import lectomen.service.desk.Desk;
import lectomen.service.desk.DeskClock;
import lectomen.service.desk.DeskFigures;
import lectomen.service.desk.DeskNotices;
import lectomen.service.desk.EarlierVersions;
import lectomen.service.effect.Effects;
import lectomen.service.effect.StandingResults;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobNotes;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.lookup.CurrentSite;
import lectomen.service.lookup.LoadedLookups;
import lectomen.service.lookup.LookupTables;
import lectomen.service.notice.JobNotices;
import lectomen.service.notice.Notices;
import lectomen.service.plan.PlanWaits;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.work.JobRunner;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires the desk. */
@Configuration(proxyBeanMethods = false)
class DeskWiring {
    @Bean
    Desk desk(
            Store store,
            Jobs jobs,
            PlanWaits waits,
            JobEndings endings,
            Rulebook rulebook,
            Sources sources,
            LookupTables tables,
            Notices notices,
            JobNotices ofRules,
            Effects effects,
            DeskFigures figures,
            JobNotes notes,
            Ledger ledger,
            KeyedHash keyed,
            CurrentSite site,
            InstantSource clock,
            JobRunner runner) {
        Desk desk = new Desk(
                store,
                jobs,
                waits,
                endings,
                rulebook,
                sources,
                new LoadedLookups(tables),
                new DeskNotices(notices, ofRules, notes, rulebook, sources, site, clock),
                figures,
                new EarlierVersions(store, new StandingResults(store, keyed), effects, jobs),
                notes,
                ledger,
                keyed,
                site,
                clock,
                runner::wake);
        waits.onQuestion(desk);
        jobs.onMove(desk);
        return desk;
    }

    @Bean
    DeskFigures deskFigures(Store store, InstantSource clock) {
        return new DeskFigures(store, clock);
    }

    @Bean(destroyMethod = "close")
    DeskClock deskClock(Desk desk) {
        return new DeskClock(desk);
    }
}
