package lectomen.service;

import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.ByteStore;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.ConnectionLimits;
import lectomen.service.effect.EffectKinds;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.Effects;
import lectomen.service.effect.StandingResults;
import lectomen.service.effect.answer.AnswerEffect;
import lectomen.service.effect.call.CallEffect;
import lectomen.service.effect.file.FileEffect;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.effect.file.SameDocument;
import lectomen.service.effect.giveback.GiveBack;
import lectomen.service.effect.giveback.GiveBackEffect;
import lectomen.service.effect.mail.MailEffect;
import lectomen.service.effect.print.PrintEffect;
import lectomen.service.effect.print.PrintFiles;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.effect.send.SendEffect;
import lectomen.service.effect.withdraw.WithdrawEffect;
import lectomen.service.home.ServiceAddress;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.mail.MailServer;
import lectomen.service.plan.PlanWaits;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.web.WebSystem;

/** All kinds of effects, with what runs them and the jobs that wait for them. */
record AllEffects(EffectRunner runner, JobFilings filings, GiveBack giveBack) {
    static AllEffects of(
            Store store,
            Jobs jobs,
            Effects effects,
            ByteStore bytes,
            ConnectionRecords records,
            Connections connections,
            FolderDestinations folders,
            Function<String, Optional<MailServer>> mail,
            Function<String, Optional<WebSystem>> systems,
            Function<String, Optional<Printer>> printers,
            Function<String, Optional<PrintPort>> ports,
            PrintQueues queues,
            PrintFiles files,
            ServiceAddress address,
            Rulebook rulebook,
            Sources sources,
            Counters counters,
            JobEndings endings,
            PlanWaits waits,
            KeyedHash keyed,
            Locale locale,
            InstantSource clock) {
        SameDocument sameDocument = new SameDocument(store, effects, keyed);
        FileEffect file = new FileEffect(
                store,
                jobs,
                effects,
                new StandingResults(store, keyed),
                bytes,
                counters,
                sameDocument,
                folders,
                locale);
        EffectKinds kinds = new EffectKinds(List.of(
                file,
                new WithdrawEffect(effects, folders::find, file::findOlder),
                new GiveBackEffect(bytes, folders),
                new AnswerEffect(folders),
                MailEffect.ofSteps(effects, bytes, mail, address),
                MailEffect.ofConfirmations(effects, bytes, mail, address),
                new SendEffect(effects, bytes, systems),
                new PrintEffect(false, queues, files, effects, bytes, printers, ports, keyed),
                new PrintEffect(true, queues, files, effects, bytes, printers, ports, keyed),
                new CallEffect(systems)));
        EffectRunner runner = new EffectRunner(store, jobs, effects, kinds, sources, endings, limits(records), clock);
        JobFilings filings = new JobFilings(store, jobs, effects, kinds, sameDocument, endings, waits, runner);
        runner.settleWith(filings::settle);
        GiveBack giveBack = new GiveBack(effects, rulebook, clock);
        endings.afterBadEnds((db, job, end, reason, hotFolder, goesOn) -> {
            if (end != JobState.FAILED) {
                filings.othersMayGoOn(db, job);
            }
            boolean goesBack = !goesOn
                    && !job.leftInFolder()
                    && job.partOf().isEmpty()
                    && job.generation() == job.redoGeneration();
            if (goesBack) {
                hotFolder.ifPresent(folder -> giveBack.intend(db, job, reason, folder));
            }
        });
        return new AllEffects(runner, filings, giveBack);
    }

    /** What is sent elsewhere than to a connection, such as a file that goes back to its submitter, has the usual limit. */
    static ConnectionLimits limits(ConnectionRecords records) {
        return new ConnectionLimits() {
            @Override
            public int atOnce(String connection) {
                return records.find(connection).map(ConnectionRecord::atOnce).orElse(ConnectionRecords.USUAL_AT_ONCE);
            }

            @Override
            public Optional<Reason> findPause(String connection) {
                return records.find(connection).flatMap(ConnectionRecord::pauseReason);
            }
        };
    }
}
