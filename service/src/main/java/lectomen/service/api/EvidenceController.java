package lectomen.service.api;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.InstantSource;
import lectomen.engine.evidence.Evidence;
import lectomen.engine.evidence.EvidencePdf;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.RuleRef;
import lectomen.service.desk.Desk;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.Jobs;
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
    private static final RuleRef NO_RULE = new RuleRef("", 0);

    private final Jobs jobs;
    private final JobResults results;
    private final Desk desk;
    private final Settings settings;
    private final InstantSource clock;

    EvidenceController(Jobs jobs, JobResults results, Desk desk, Settings settings, InstantSource clock) {
        this.jobs = jobs;
        this.results = results;
        this.desk = desk;
        this.settings = settings;
        this.clock = clock;
    }

    /** What was decided about a document, with the hashes of what was seen. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping
    Evidence evidence(@PathVariable String id) {
        Job job = jobs.require(id);
        return Evidence.of(
                desk.proof(job),
                job.name(),
                job.rule().orElse(NO_RULE),
                job.original().map(ref -> ref.sha256()).orElse(""),
                results.fields(job));
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
