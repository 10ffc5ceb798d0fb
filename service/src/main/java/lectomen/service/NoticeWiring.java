package lectomen.service;

import java.time.InstantSource;
import java.util.function.Predicate;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.desk.DeskFigures;
import lectomen.service.effect.Effects;
import lectomen.service.home.ServiceAddress;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.job.DayCounts;
import lectomen.service.job.JobNotes;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.mail.MailServers;
import lectomen.service.notice.Confirmations;
import lectomen.service.notice.JobNotices;
import lectomen.service.notice.NoticeChoices;
import lectomen.service.notice.NoticeMails;
import lectomen.service.notice.Notices;
import lectomen.service.report.ReportSchedule;
import lectomen.service.report.Reports;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.watch.SiteConditions;
import lectomen.service.watch.SiteWatch;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires what tells people of documents, hot folders and the service itself. */
@Configuration(proxyBeanMethods = false)
class NoticeWiring {
    @Bean
    NoticeChoices noticeChoices(Store store, Ledger ledger, Settings settings) {
        return new NoticeChoices(store, ledger, settings.site().zone());
    }

    @Bean
    Notices notices(Store store, NoticeChoices choices, InstantSource clock) {
        return new Notices(store, choices, clock);
    }

    @Bean
    JobNotices jobNotices(
            Jobs jobs,
            Notices notices,
            Effects effects,
            Rulebook rulebook,
            Sources sources,
            Settings settings,
            InstantSource clock) {
        Confirmations confirmations = new Confirmations(effects, settings, clock);
        JobNotices ofJobs = new JobNotices(jobs, notices, confirmations, rulebook, sources, settings);
        jobs.onMove(ofJobs);
        return ofJobs;
    }

    @Bean(destroyMethod = "close")
    NoticeMails noticeMails(
            Store store,
            Ledger ledger,
            Settings settings,
            MailServers mail,
            ConnectionRecords connections,
            Reports reports,
            ServiceAddress address,
            JobNotes notes,
            InstantSource clock) {
        Predicate<String> isPaused =
                name -> connections.find(name).flatMap(ConnectionRecord::pause).isPresent();
        return new NoticeMails(store, ledger, settings, mail::find, isPaused, reports::findText, address, notes, clock);
    }

    @Bean(destroyMethod = "close")
    SiteWatch siteWatch(
            Store store,
            Notices notices,
            JobNotices ofJobs,
            NoticeMails mails,
            HotFolders folders,
            DiskSpaceGuard disk,
            WorkerPool workers,
            Settings settings,
            InstantSource clock) {
        SiteConditions conditions = new SiteConditions(store, folders, disk, workers, settings, clock);
        return new SiteWatch(store, notices, ofJobs, settings, conditions, mails::prune, clock);
    }

    @Bean
    Reports reports(DayCounts counts, DeskFigures figures, Settings settings) {
        return new Reports(counts, figures, settings.site());
    }

    @Bean(destroyMethod = "close")
    ReportSchedule reportSchedule(
            Store store, Notices notices, Reports reports, Settings settings, InstantSource clock) {
        return new ReportSchedule(store, notices, reports, settings.notices(), clock);
    }
}
