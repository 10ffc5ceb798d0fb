package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import lectomen.service.page.Pages;
import lectomen.service.role.Permission;
import lectomen.service.work.TrialDocuments;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Documents uploaded to write a rule beside them: no job is made of them, and nothing is filed. */
@RestController
@RequestMapping("/api/v1/trials/documents")
final class TrialDocumentsController {
    private final TrialDocuments documents;
    private final Pages pages;

    TrialDocumentsController(TrialDocuments documents, Pages pages) {
        this.documents = documents;
        this.pages = pages;
    }

    /** @param document its hash, by which it is tried and looked at */
    record DocumentView(String document, String type, long bytes) {}

    /** The body is the file. It is kept for a month after it was last looked at. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    DocumentView keep(HttpServletRequest request) throws IOException {
        try (InputStream body = request.getInputStream()) {
            TrialDocuments.Found found = documents.keep(body);
            return new DocumentView(
                    found.ref().sha256(), found.type().word(), found.ref().size());
        }
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{sha256}/pages/{page}")
    PagesController.PageView page(@PathVariable String sha256, @PathVariable int page) throws IOException {
        TrialDocuments.Found found = require(sha256);
        return PagesController.view(
                page, pages.show(found.ref(), found.type(), page, PagesController.USUAL_WIDTH, found.bytes()));
    }

    /** @param width in pixels, from 100 to 3000 */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(path = "/{sha256}/pages/{page}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(
            @PathVariable String sha256, @PathVariable int page, @RequestParam(defaultValue = "960") int width)
            throws IOException {
        PagesController.checkWidth(width);
        TrialDocuments.Found found = require(sha256);
        Optional<ResponseEntity<byte[]>> picture =
                PagesController.picture(pages.show(found.ref(), found.type(), page, width, found.bytes()));
        return picture.orElseThrow(() -> NoSuchPageException.ofDocument(sha256));
    }

    /** The words of a page where they stand; a page that is a picture is read for it, once. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{sha256}/pages/{page}/words")
    PagesController.WordsView words(@PathVariable String sha256, @PathVariable int page) throws IOException {
        TrialDocuments.Found found = require(sha256);
        return PagesController.words(page, pages.words(found.ref(), found.type(), page, found.bytes()));
    }

    private TrialDocuments.Found require(String sha256) throws IOException {
        return documents.find(sha256).orElseThrow(() -> NoSuchPageException.ofDocument(sha256));
    }
}
