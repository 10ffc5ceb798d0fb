package lectomen.service;

import java.util.List;
import java.util.stream.Stream;
import lectomen.service.access.People;
import lectomen.service.access.Sessions;
import lectomen.service.access.Tokens;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.counter.Counters;
import lectomen.service.desk.Desk;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.Effects;
import lectomen.service.intake.Uploads;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobResults;
import lectomen.service.job.Jobs;
import lectomen.service.lookup.LookupTables;
import lectomen.service.notice.NoticeChoices;
import lectomen.service.notice.Notices;
import lectomen.service.plan.Plans;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.SharedParts;
import lectomen.service.rulebook.Sources;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.SecondFactors;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Erasure;
import lectomen.service.watch.SiteWatch;
import lectomen.service.work.RuleRenames;
import lectomen.service.work.Samples;

/** What every table can hold of people, and how it is forgotten. A new table has its columns here, or fails a test. */
final class AllErasable {
    static final Erasure ERASURE = new Erasure(Stream.of(
                    Jobs.ERASABLE,
                    JobResults.ERASABLE,
                    JobNotes.ERASABLE,
                    Plans.ERASABLE,
                    Desk.ERASABLE,
                    Effects.ERASABLE,
                    Uploads.ERASABLE,
                    People.ERASABLE,
                    NoticeChoices.ERASABLE,
                    Notices.ERASABLE,
                    SiteWatch.ERASABLE,
                    Sessions.ERASABLE,
                    Tokens.ERASABLE,
                    OutsidePeople.ERASABLE,
                    SecondFactors.ERASABLE,
                    Rulebook.ERASABLE,
                    Samples.ERASABLE,
                    RuleRenames.ERASABLE,
                    SharedParts.ERASABLE,
                    LookupTables.ERASABLE,
                    Counters.ERASABLE,
                    ConnectionRecords.ERASABLE,
                    Sources.ERASABLE,
                    KnownDisks.ERASABLE)
            .flatMap(List<ErasableColumns>::stream)
            .toList());

    private AllErasable() {}
}
