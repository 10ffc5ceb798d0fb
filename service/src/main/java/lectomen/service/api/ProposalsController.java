package lectomen.service.api;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.engine.page.Box;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.ProposalAnswer;
import lectomen.engine.task.ProposalTask;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.role.Permission;
import lectomen.service.work.TrialDocuments;
import lectomen.service.workers.ByteSource;
import lectomen.service.workers.WorkerPool;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Proposes extractors for a field, from documents that came in. Changes nothing. */
@RestController
@RequestMapping("/api/v1/proposals")
final class ProposalsController {
    private static final int MOST_DOCUMENTS = 12;

    private final Jobs jobs;
    private final ByteStore bytes;
    private final TrialDocuments documents;
    private final WorkerPool workers;
    private final Locale locale;
    private final AtomicLong calls = new AtomicLong();

    ProposalsController(Jobs jobs, ByteStore bytes, TrialDocuments documents, WorkerPool workers, Settings settings) {
        this.jobs = jobs;
        this.bytes = bytes;
        this.documents = documents;
        this.workers = workers;
        this.locale = settings.site().locale();
    }

    /**
     * A document, and what is known of the field's value in it.
     *
     * @param job whose original it is; or {@code document}
     * @param document one that was uploaded to be tried, by its hash
     * @param name of that document
     * @param page of the value, counted from 1; absent where nobody said where it stands
     * @param box around the value's words, in the unit of the original page
     * @param absent true where the document does not have the field
     */
    record Example(
            Optional<String> job,
            Optional<String> document,
            Optional<String> name,
            Optional<Integer> page,
            Optional<Box> box,
            Optional<Boolean> absent) {}

    /** @param documents up to twelve, of one kind; in one of them at least the value is pointed at */
    record Asked(List<Example> documents) {}

    /** @param reason why it could not be read; absent where it could */
    record ExampleView(
            Optional<String> job, Optional<String> document, String name, Optional<JobView.ReasonView> reason) {}

    /**
     * @param name for the field, made of its label
     * @param sure how likely the first way is right on other documents, 0 to 1
     * @param next the document, from 0, in which it would help most to know the value; absent when all is clear
     * @param ways the best first; none where nothing that can be written in a rule finds the value
     */
    record Proposed(
            String name,
            double sure,
            Optional<Integer> next,
            List<ExampleView> documents,
            List<ProposalAnswer.Way> ways) {}

    /** Tries labels beside and above the value, its pattern and its place on all of the documents. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @PostMapping
    Proposed propose(@RequestBody Asked asked) throws IOException {
        if (asked.documents() == null
                || asked.documents().isEmpty()
                || asked.documents().size() > MOST_DOCUMENTS) {
            throw new BadRequestException("documents", "name 1 to " + MOST_DOCUMENTS + " documents");
        }
        List<ProposalTask.Example> examples = new ArrayList<>();
        Map<String, ByteSource> bytesOf = new HashMap<>();
        List<String> names = new ArrayList<>();
        for (Example example : asked.documents()) {
            TrialDocuments.Found found;
            if (example.document().isPresent()) {
                String sha256 = example.document().get();
                found = documents.find(sha256).orElseThrow(() -> NoSuchPageException.ofDocument(sha256));
                names.add(example.name().orElse(sha256));
            } else {
                Job job = jobs.require(example.job().orElse(""));
                found = original(job);
                names.add(job.name());
            }
            bytesOf.put(found.ref().sha256(), found.bytes());
            examples.add(new ProposalTask.Example(
                    found.ref(), found.type(), spot(example), example.absent().orElse(false)));
        }
        if (examples.stream().allMatch(example -> example.at().isEmpty())) {
            throw new BadRequestException(
                    "documents", "at least one document needs page and box, to say where the value is");
        }
        ProposalTask task = new ProposalTask(Task.PROTOCOL, "proposal-" + calls.incrementAndGet(), examples, locale);
        ByteSource from = sha256 -> bytesOf.getOrDefault(sha256, bytes::open).open(sha256);
        return view(workers.propose(task, from), asked.documents(), names);
    }

    private TrialDocuments.Found original(Job job) {
        ByteRef original = job.original()
                .filter(ref -> bytes.has(ref.sha256()))
                .orElseThrow(() -> new NoSuchPageException(job.id(), 0));
        return new TrialDocuments.Found(original, job.type(), bytes::open);
    }

    private static Optional<ProposalTask.Spot> spot(Example example) {
        if (example.page().isPresent() != example.box().isPresent()) {
            throw new BadRequestException("documents", "page and box go together");
        }
        return example.page().flatMap(page -> example.box().map(box -> new ProposalTask.Spot(page, box)));
    }

    private static Proposed view(ProposalAnswer answer, List<Example> asked, List<String> names) {
        List<ExampleView> documents = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            Optional<Reason> unread = answer.reason().isPresent()
                    ? answer.reason()
                    : answer.unread().get(i);
            Example example = asked.get(i);
            documents.add(new ExampleView(
                    example.job(), example.document(), names.get(i), unread.map(JobView.ReasonView::of)));
        }
        return new Proposed(answer.name(), answer.sure(), answer.next(), documents, answer.ways());
    }
}
