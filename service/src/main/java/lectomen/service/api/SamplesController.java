package lectomen.service.api;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.role.Permission;
import lectomen.service.work.Samples;
import lectomen.service.work.TrialDocuments;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** The samples of a rule: files stored with it, each with its expected result. */
@RestController
@RequestMapping("/api/v1/rules/{id}/samples")
final class SamplesController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final Samples samples;
    private final TrialDocuments documents;

    SamplesController(Samples samples, TrialDocuments documents) {
        this.samples = samples;
        this.documents = documents;
    }

    record SampleView(String name, long size, String sha256, Samples.Result expected) {
        static SampleView of(Samples.Sample sample) {
            return new SampleView(
                    sample.name(), sample.bytes().size(), sample.bytes().sha256(), sample.expected());
        }
    }

    record SampleList(List<SampleView> samples) {}

    record RunResult(List<Samples.Ran> samples) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping
    SampleList list(@PathVariable String id) {
        return new SampleList(samples.of(id).stream().map(SampleView::of).toList());
    }

    /** The file as it is kept. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{name}")
    ResponseEntity<InputStreamResource> file(@PathVariable String id, @PathVariable String name) throws IOException {
        Samples.Sample sample = samples.of(id).stream()
                .filter(one -> one.name().equals(name))
                .findFirst()
                .orElseThrow(() -> noSuchSample(id, name));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .contentLength(sample.bytes().size())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(sample.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(new InputStreamResource(samples.open(sample)));
    }

    private static BadRequestException noSuchSample(String id, String name) {
        return new BadRequestException("name", "rule " + id + " has no sample " + name);
    }

    /**
     * Keeps a file; what the latest version makes of it now is expected from now on.
     *
     * @param file the sample; or {@code document}
     * @param document one that was uploaded to be tried, by its hash
     * @param name of that document
     * @param expected what is expected instead, as the list shows it
     */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    SampleView keep(
            @PathVariable String id,
            @RequestPart(required = false) Optional<MultipartFile> file,
            @RequestParam Optional<String> document,
            @RequestParam Optional<String> name,
            @RequestPart(required = false) Optional<MultipartFile> expected)
            throws IOException {
        if (file.isPresent() == document.isPresent()) {
            throw new BadRequestException("file", "send a file, or document (its hash) and name");
        }
        String called = name.or(() -> file.map(MultipartFile::getOriginalFilename))
                .orElse("")
                .replaceFirst(".*/", "");
        if (called.isBlank()) {
            throw new BadRequestException("file", "the name of the sample is missing");
        }
        Optional<Samples.Result> result = expected.isEmpty() ? Optional.empty() : Optional.of(expected(expected.get()));
        try (InputStream content =
                document.isPresent() ? open(document.get()) : file.get().getInputStream()) {
            return SampleView.of(samples.keep(id, called, content, result, Caller.principal()));
        }
    }

    private InputStream open(String document) throws IOException {
        return documents
                .find(document)
                .orElseThrow(() -> NoSuchPageException.ofDocument(document))
                .bytes()
                .open(document);
    }

    /** Tries the latest version on all samples. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping("/run")
    RunResult run(@PathVariable String id) throws IOException {
        return new RunResult(samples.run(id));
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable String id, @PathVariable String name) {
        if (!samples.forget(id, name, Caller.principal())) {
            throw noSuchSample(id, name);
        }
    }

    private static Samples.Result expected(MultipartFile file) throws IOException {
        try {
            return JSON.readValue(file.getBytes(), Samples.Result.class);
        } catch (JacksonException e) {
            throw new BadRequestException("expected", "the expected result must be JSON as in the list of samples");
        }
    }
}
