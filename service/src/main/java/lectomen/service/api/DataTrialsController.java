package lectomen.service.api;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.DataForm;
import lectomen.engine.data.Hit;
import lectomen.engine.task.DataAnswer;
import lectomen.service.work.Trials;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Tries expressions on data files, as rules use them on what comes beside a document. */
@RestController
@RequestMapping("/api/v1/trials/data")
final class DataTrialsController {
    private final Trials trials;

    DataTrialsController(Trials trials) {
        this.trials = trials;
    }

    /** @param reason why the data or the expression is no good; absent where it is good, even if nothing was hit */
    record DataTrial(String form, List<Hit> hits, Optional<JobView.ReasonView> reason) {}

    /**
     * Shows what an expression gives: XPath from XML, a JSON Pointer from JSON, a column from CSV. The body is the data.
     *
     * @param form xml, json or csv; without it, as the data looks
     * @param namespaces prefixes for XPath, each as prefix=URI
     */
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    DataTrial trial(
            @RequestParam String expression,
            @RequestParam Optional<String> form,
            @RequestParam Optional<List<String>> namespaces,
            @RequestBody byte[] data)
            throws IOException {
        DataForm asked = form.isPresent()
                ? DataForm.findByWord(form.get())
                        .orElseThrow(() -> new BadRequestException(
                                "form", "form is " + String.join(", ", DataForm.words()) + ", not " + form.get()))
                : DataForm.findFor(data)
                        .orElseThrow(() -> new BadRequestException("data", "the data is neither XML, JSON nor CSV"));
        DataAnswer answer = trials.ofData(data, asked, expression, prefixes(namespaces.orElse(List.of())));
        return new DataTrial(asked.word(), answer.hits(), answer.reason().map(JobView.ReasonView::of));
    }

    private static Map<String, String> prefixes(List<String> given) {
        Map<String, String> prefixes = new HashMap<>();
        for (String one : given) {
            int at = one.indexOf('=');
            if (at < 1) {
                throw new BadRequestException("namespaces", "a namespace is given as prefix=URI, not " + one);
            }
            prefixes.put(one.substring(0, at), one.substring(at + 1));
        }
        return prefixes;
    }
}
