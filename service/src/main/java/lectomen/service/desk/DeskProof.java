package lectomen.service.desk;

import lectomen.engine.evidence.Evidence;
import lectomen.engine.evidence.Proof;
import lectomen.service.job.Job;
import lectomen.service.ledger.Ledger;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Puts together what was decided about a document. */
final class DeskProof {
    private final DeskDecisions decisions;
    private final Ledger ledger;

    DeskProof(DeskDecisions decisions, Ledger ledger) {
        this.decisions = decisions;
        this.ledger = ledger;
    }

    Proof of(JdbcClient db, Job job) {
        Ledger.Entry last = ledger.lastAbout(db, job.subject());
        return new Proof(
                job.id(),
                decisions.ofJob(db, job.id()).stream()
                        .map(one -> new Evidence.Decided(
                                one.kind(),
                                one.stage(),
                                one.stageName(),
                                one.verdict(),
                                one.name(),
                                one.at(),
                                one.seenHash(),
                                one.reason()))
                        .toList(),
                decisions.correctionsOf(db, job.id()).stream()
                        .map(one -> new Evidence.Corrected(
                                one.field(), one.read(), one.entered(), one.page(), one.by(), one.at()))
                        .toList(),
                last.seq(),
                last.hash());
    }
}
