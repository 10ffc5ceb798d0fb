package lectomen.service.api;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.work.Samples;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** The samples of a rule: files kept with it, each with the result that is expected of it. */
@RestController
@RequestMapping("/api/v1/rules/{id}/samples")
final class SamplesController {
    private final Samples samples;

    SamplesController(Samples samples) {
        this.samples = samples;
    }

    record SampleView(String name, long size, Samples.Result expected) {
        static SampleView of(Samples.Sample sample) {
            return new SampleView(sample.name(), sample.bytes().size(), sample.expected());
        }
    }

    record SampleList(List<SampleView> samples) {}

    record RunResult(List<Samples.Ran> samples) {}

    @GetMapping
    SampleList list(@PathVariable String id) {
        return new SampleList(samples.of(id).stream().map(SampleView::of).toList());
    }

    /** Keeps a file; what the latest version makes of it now is expected from now on. */
    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    SampleView keep(@PathVariable String id, @RequestPart MultipartFile file) throws IOException {
        String name = Optional.ofNullable(file.getOriginalFilename()).orElse("").replaceFirst(".*/", "");
        if (name.isBlank()) {
            throw new BadRequestException("file", "the sample needs a name");
        }
        try (InputStream content = file.getInputStream()) {
            return SampleView.of(samples.keep(id, name, content, Caller.principal()));
        }
    }

    /** Tries the latest version on all samples. */
    @PostMapping("/run")
    RunResult run(@PathVariable String id) throws IOException {
        return new RunResult(samples.run(id));
    }

    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable String id, @PathVariable String name) {
        if (!samples.forget(id, name, Caller.principal())) {
            throw new BadRequestException("name", "rule " + id + " has no sample " + name);
        }
    }
}
