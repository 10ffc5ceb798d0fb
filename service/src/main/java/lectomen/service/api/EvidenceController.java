package lectomen.service.api;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.InstantSource;
import java.util.List;
import lectomen.engine.evidence.Evidence;
import lectomen.engine.evidence.EvidencePdf;
import lectomen.engine.facts.Site;
import lectomen.service.desk.Desk;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Permission;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Proof of what people decided about a document. */
@RestController
@RequestMapping("/api/v1/jobs/{id}/evidence")
final class EvidenceController {
    private final Jobs jobs;
    private final JobResults results;
    private final Desk desk;
    private final Ledger ledger;
    private final Settings settings;
    private final InstantSource clock;

    EvidenceController(
            Jobs jobs, JobResults results, Desk desk, Ledger ledger, Settings settings, InstantSource clock) {
        this.jobs = jobs;
        this.results = results;
        this.desk = desk;
        this.ledger = ledger;
        this.settings = settings;
        this.clock = clock;
    }

    /** What was decided about a document, with the hashes of what was seen. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping
    Evidence evidence(@PathVariable String id) {
        Job job = jobs.require(id);
        List<Ledger.Entry> entries = ledger.about(job.subject());
        Ledger.Entry last = entries.get(entries.size() - 1);
        return new Evidence(
                job.id(),
                job.name(),
                job.rule().map(rule -> rule.id()).orElse(""),
                job.rule().map(rule -> rule.version()).orElse(0),
                job.original().map(ref -> ref.sha256()).orElse(""),
                desk.decisions(id).stream()
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
                desk.correctionsOfJob(id).stream()
                        .map(one -> new Evidence.Corrected(
                                one.field(), one.read(), one.entered(), one.page(), one.by(), one.at()))
                        .toList(),
                results.fields(job).stream()
                        .map(field -> new Evidence.Field(field.name(), field.value()))
                        .toList(),
                last.seq(),
                last.hash());
    }

    /** The same as a PDF that can be archived (PDF/A). */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping(path = "/file", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> file(@PathVariable String id) throws IOException {
        Evidence evidence = evidence(id);
        Site site = settings.site();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        EvidencePdf.write(evidence, site.locale(), site.zone(), clock.instant(), out);
        String name = "evidence-" + evidence.job() + ".pdf";
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(out.toByteArray());
    }
}
