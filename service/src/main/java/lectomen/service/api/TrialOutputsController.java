package lectomen.service.api;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.page.Pages;
import lectomen.service.role.Permission;
import lectomen.service.work.TrialOutputs;
import lectomen.service.workers.PageResult;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Outputs of trials, which can be viewed and downloaded for a quarter of an hour. Belongs to no job. */
@RestController
@RequestMapping("/api/v1/trials/outputs/{sha256}")
final class TrialOutputsController {
    private final TrialOutputs outputs;
    private final Pages pages;

    TrialOutputsController(TrialOutputs outputs, Pages pages) {
        this.outputs = outputs;
        this.pages = pages;
    }

    /** The file that a step of a trial made. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<InputStreamResource> output(@PathVariable String sha256) throws IOException {
        try {
            String ending = outputs.type(sha256).ending();
            return ResponseEntity.ok()
                    .header("Content-Disposition", "attachment; filename=\"trial." + ending + "\"")
                    .contentLength(outputs.size(sha256))
                    .contentType(MediaType.APPLICATION_OCTET_STREAM)
                    .body(new InputStreamResource(outputs.open(sha256)));
        } catch (NoSuchFileException e) {
            throw NoSuchPageException.ofTrial(sha256);
        }
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/pages/{page}")
    PagesController.PageView page(@PathVariable String sha256, @PathVariable int page) throws IOException {
        return PagesController.view(page, show(sha256, page, PagesController.USUAL_WIDTH));
    }

    /** @param width in pixels, from 100 to 3000 */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(path = "/pages/{page}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(
            @PathVariable String sha256, @PathVariable int page, @RequestParam(defaultValue = "960") int width)
            throws IOException {
        PagesController.checkWidth(width);
        Optional<ResponseEntity<byte[]>> picture = PagesController.picture(show(sha256, page, width));
        return picture.orElseThrow(() -> NoSuchPageException.ofTrial(sha256));
    }

    private PageResult show(String sha256, int page, int width) throws IOException {
        try {
            FileType type = outputs.type(sha256);
            return pages.show(new ByteRef(sha256, outputs.size(sha256)), type, page, width, outputs::open);
        } catch (NoSuchFileException e) {
            throw NoSuchPageException.ofTrial(sha256);
        }
    }
}
