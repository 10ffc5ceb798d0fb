package lectomen.service.api;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Objects;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Responses for errors outside a controller. Whoever asks for its own path finds nothing there. */
@RestController
final class ErrorsController implements ErrorController {
    @Anybody
    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        HttpStatus status = HttpStatus.NOT_FOUND;
        if (request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer code) {
            status = Objects.requireNonNullElse(HttpStatus.resolve(code), HttpStatus.INTERNAL_SERVER_ERROR);
        }
        ProblemDetail problem = ProblemDetail.forStatus(status);
        problem.setTitle(status.is5xxServerError() ? "Internal error" : status.getReasonPhrase());
        problem.setProperty(
                "code",
                status == HttpStatus.NOT_FOUND
                        ? "no-such-endpoint"
                        : status.is5xxServerError() ? "fault" : "bad-request");
        return ResponseEntity.status(status).body(problem);
    }
}
