package lectomen.service.api;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.PageAnswer;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.JobFamily;
import lectomen.service.job.Jobs;
import lectomen.service.page.Pages;
import lectomen.service.role.Permission;
import lectomen.service.workers.PageResult;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The pages of a job's document, and downloading its original. */
@RestController
@RequestMapping("/api/v1/jobs/{id}")
final class PagesController {
    private static final int NARROWEST = 100;
    private static final int WIDEST = 3_000;

    /** Wide enough to find out about a page; its picture is then kept for the same width. */
    static final int USUAL_WIDTH = 960;

    private final Jobs jobs;
    private final Pages pages;
    private final ByteStore bytes;
    private final JobFamily family;

    PagesController(Jobs jobs, Pages pages, ByteStore bytes, JobFamily family) {
        this.jobs = jobs;
        this.pages = pages;
        this.bytes = bytes;
        this.family = family;
    }

    /**
     * @param width of the page in {@code unit}, as boxes of fields are measured
     * @param lines of plain text; empty where there is a picture
     * @param reason why it can't be shown
     */
    record PageView(
            int page,
            int pages,
            double width,
            double height,
            Page.Unit unit,
            List<String> lines,
            Optional<JobView.ReasonView> reason) {}

    /** @param output main, original, or what a step called it */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping("/pages/{page}")
    PageView page(@PathVariable String id, @PathVariable int page, @RequestParam Optional<String> output) {
        return view(page, show(id, output, page, USUAL_WIDTH));
    }

    static PageView view(int page, PageResult showing) {
        if (showing instanceof PageResult.Shown shown) {
            PageAnswer answer = shown.page();
            return new PageView(
                    page,
                    answer.pages(),
                    answer.width(),
                    answer.height(),
                    answer.unit(),
                    answer.lines(),
                    Optional.empty());
        }
        return new PageView(
                page,
                0,
                0,
                0,
                Page.Unit.POINT,
                List.of(),
                Optional.of(JobView.ReasonView.of(((PageResult.Not) showing).reason())));
    }

    /**
     * @param width in pixels, from 100 to 3000
     * @param output main, original, or what a step called it
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping(path = "/pages/{page}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(
            @PathVariable String id,
            @PathVariable int page,
            @RequestParam(defaultValue = "960") int width,
            @RequestParam Optional<String> output) {
        checkWidth(width);
        return picture(show(id, output, page, width)).orElseThrow(() -> new NoSuchPageException(id, page));
    }

    static void checkWidth(int width) {
        if (width < NARROWEST || width > WIDEST) {
            throw new BadRequestException(
                    "width", "width must be a number of pixels from " + NARROWEST + " to " + WIDEST + ", not " + width);
        }
    }

    /** Empty where there is no picture to show. */
    static Optional<ResponseEntity<byte[]>> picture(PageResult showing) {
        return showing instanceof PageResult.Shown shown && shown.page().png().length > 0
                ? Optional.of(ResponseEntity.ok()
                        .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                        .body(shown.page().png()))
                : Optional.empty();
    }

    private PageResult show(String id, Optional<String> output, int page, int width) {
        return ask(id, output, page, (document, type, number) -> pages.show(document, type, number, width));
    }

    @FunctionalInterface
    private interface Asking {
        PageResult ask(ByteRef document, FileType type, int page);
    }

    /** Of what came in, unless an output is named. */
    private PageResult ask(String id, Optional<String> output, int page, Asking asking) {
        Job job = jobs.require(id);
        if (output.isPresent()) {
            JobFamily.Output found = requireOutput(job, output.get());
            return asking.ask(new ByteRef(found.sha256(), found.size()), found.type(), page);
        }
        ByteRef original = job.original().orElseThrow(() -> new NoSuchPageException(id, page));
        return asking.ask(original, job.type(), page);
    }

    /**
     * A word of a page.
     *
     * @param line which line it stands on, counted from 0 in reading order
     * @param confidence how likely it is right, 0 to 1
     * @param others what it may be instead, the likeliest first
     */
    record WordView(String text, Box box, int line, double confidence, List<String> others) {}

    /**
     * @param width of the page in {@code unit}, as the boxes of its words are measured
     * @param reason why they can't be told
     */
    record WordsView(
            int page,
            double width,
            double height,
            Page.Unit unit,
            List<WordView> words,
            Optional<JobView.ReasonView> reason) {}

    /**
     * The words of a page where they stand; a page that is a picture is read for it, once.
     *
     * @param output main, original, or what a step called it
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping("/pages/{page}/words")
    WordsView words(@PathVariable String id, @PathVariable int page, @RequestParam Optional<String> output) {
        return words(page, ask(id, output, page, pages::words));
    }

    /**
     * What stands in a part of a page.
     *
     * @param confidence of the least sure word; 0 where nothing is read there
     * @param readNow whether it was read for this call, since no words were known there
     */
    record ReadThereView(String text, double confidence, boolean readNow) {}

    /**
     * The text in a box of a page: the words that were read there, or, where there are none, what is read there now.
     *
     * @param left in the unit of the page, and so the others
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping("/pages/{page}/text")
    ReadThereView readThere(
            @PathVariable String id,
            @PathVariable int page,
            @RequestParam double left,
            @RequestParam double top,
            @RequestParam double width,
            @RequestParam double height) {
        if (!(width > 0) || !(height > 0)) {
            throw new BadRequestException("width", "width and height must be above 0");
        }
        Box region = new Box(left, top, width, height);
        List<PageAnswer.PlacedWord> known = within(region, ask(id, Optional.empty(), page, pages::words));
        List<PageAnswer.PlacedWord> words = known.isEmpty()
                ? within(region, ask(id, Optional.empty(), page, (ref, type, at) -> pages.read(ref, type, at, region)))
                : known;
        double least = words.stream()
                .mapToDouble(PageAnswer.PlacedWord::confidence)
                .min()
                .orElse(0);
        String text = words.stream().map(PageAnswer.PlacedWord::text).collect(Collectors.joining(" "));
        return new ReadThereView(text, least, known.isEmpty());
    }

    /** The words whose middle lies in a box. */
    private static List<PageAnswer.PlacedWord> within(Box region, PageResult showing) {
        return showing instanceof PageResult.Shown shown
                ? shown.page().words().stream()
                        .filter(word ->
                                region.holds(word.box().centre(), word.box().middle()))
                        .toList()
                : List.of();
    }

    static WordsView words(int page, PageResult showing) {
        if (showing instanceof PageResult.Shown shown) {
            PageAnswer answer = shown.page();
            List<WordView> words = answer.words().stream()
                    .map(word -> new WordView(
                            word.text(),
                            word.box(),
                            word.line(),
                            word.confidence(),
                            word.others().stream().map(Word.Other::text).toList()))
                    .toList();
            return new WordsView(page, answer.width(), answer.height(), answer.unit(), words, Optional.empty());
        }
        return new WordsView(
                page,
                0,
                0,
                Page.Unit.POINT,
                List.of(),
                Optional.of(JobView.ReasonView.of(((PageResult.Not) showing).reason())));
    }

    private JobFamily.Output requireOutput(Job job, String output) {
        return family.outputs(job).stream()
                .filter(one -> one.name().equals(output))
                .findFirst()
                .orElseThrow(() -> new NoSuchPageException(job.id(), output));
    }

    /** The original file. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping(path = "/original", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<InputStreamResource> original(@PathVariable String id) throws IOException {
        Job job = jobs.require(id);
        ByteRef original = job.original()
                .filter(ref -> job.originalRemovedAt().isEmpty())
                .orElseThrow(() -> new NoSuchPageException(id, 0));
        return download(id, original, job.name());
    }

    /** A document of the job by its name: {@code main}, or what a step called it. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping(path = "/outputs/{output}", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<InputStreamResource> output(@PathVariable String id, @PathVariable String output)
            throws IOException {
        Job job = jobs.require(id);
        JobFamily.Output found = requireOutput(job, output);
        boolean asItCame =
                found.sha256().equals(job.original().map(ByteRef::sha256).orElse(""));
        String name = asItCame
                ? job.name()
                : job.id() + " " + found.name() + "." + found.type().ending();
        return download(id, new ByteRef(found.sha256(), found.size()), name);
    }

    private ResponseEntity<InputStreamResource> download(String id, ByteRef ref, String name) throws IOException {
        if (!bytes.has(ref.sha256())) {
            throw new NoSuchPageException(id, 0);
        }
        ContentDisposition disposition = ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .contentLength(ref.size())
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(new InputStreamResource(bytes.open(ref.sha256())));
    }
}
