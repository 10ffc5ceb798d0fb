package lectomen.service.api;

import lectomen.service.access.BadPersonException;
import lectomen.service.connection.NoSuchConnectionException;
import lectomen.service.counter.BadCounterException;
import lectomen.service.desk.DeskRefusal;
import lectomen.service.effect.NoSuchEffectException;
import lectomen.service.effect.NotInDoubtException;
import lectomen.service.effect.print.PrintStateException;
import lectomen.service.intake.DiskTooFullException;
import lectomen.service.intake.KeyTakenException;
import lectomen.service.job.NoSuchJobException;
import lectomen.service.job.WrongStateException;
import lectomen.service.lookup.NoSuchLookupException;
import lectomen.service.role.LastAdministratorException;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.NoSuchPartException;
import lectomen.service.rulebook.NoSuchRuleException;
import lectomen.service.rulebook.RuleChangedException;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.work.ChangedMeanwhileException;
import lectomen.service.work.RenameRefusedException;
import lectomen.service.work.SamplesDifferException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns exceptions into problem details (RFC 9457), with a code to decide on. */
@RestControllerAdvice
final class ProblemAdvice extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    private static ProblemDetail problem(HttpStatus status, String code, String title, @Nullable String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail == null ? title : detail);
        problem.setTitle(title);
        problem.setProperty("code", code);
        return problem;
    }

    @ExceptionHandler
    ProblemDetail noSuchJob(NoSuchJobException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-job", "No such job", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchConnection(NoSuchConnectionException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-connection", "No such connection", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail notAllowed(NotAllowedException e) {
        return problem(HttpStatus.FORBIDDEN, e.code(), "Not allowed", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchPerson(NoSuchPersonException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-person", "No such person", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchGroup(NoSuchGroupException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-group", "No such group", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchToken(NoSuchTokenException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-token", "No such token", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail lastAdministrator(LastAdministratorException e) {
        return problem(HttpStatus.CONFLICT, "last-administrator", "Last administrator", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail unreachable(UnreachableException e) {
        return problem(HttpStatus.SERVICE_UNAVAILABLE, "unreachable", "Can't be reached", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchEffect(NoSuchEffectException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-effect", "No such effect", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail notInDoubt(NotInDoubtException e) {
        return problem(HttpStatus.CONFLICT, "wrong-state", "Not possible in this state", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail wrongPrintState(PrintStateException e) {
        return problem(HttpStatus.CONFLICT, "wrong-state", "Not possible in this state", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchPage(NoSuchPageException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-page", "No such page", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchRule(NoSuchRuleException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-rule", "No such rule", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail renameRefused(RenameRefusedException e) {
        return problem(HttpStatus.CONFLICT, "rename", "Rule can't be renamed", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchSource(NoSuchSourceException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-source", "No such source", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchLookup(NoSuchLookupException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-lookup", "No such lookup", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchPart(NoSuchPartException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-part", "No such shared part", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail badCounter(BadCounterException e) {
        return problem(HttpStatus.CONFLICT, "counter", "Counter can't be set", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail noSuchSecret(NoSuchSecretException e) {
        return problem(HttpStatus.NOT_FOUND, "no-such-secret", "No such secret", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail samplesDiffer(SamplesDifferException e) {
        return problem(HttpStatus.CONFLICT, "samples-differ", "Sample results differ", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail wrongState(WrongStateException e) {
        return problem(HttpStatus.CONFLICT, "wrong-state", "Not possible in this state", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail refused(DeskRefusal e) {
        HttpStatus status =
                switch (e.why()) {
                    case NOT_THERE -> HttpStatus.NOT_FOUND;
                    case DECIDED, TAKEN -> HttpStatus.CONFLICT;
                    case CHANGED -> HttpStatus.PRECONDITION_FAILED;
                    case NOT_ASKED -> HttpStatus.FORBIDDEN;
                    case BAD -> HttpStatus.UNPROCESSABLE_CONTENT;
                };
        ProblemDetail problem = problem(status, e.code(), "Not taken", e.getMessage());
        if (!e.fields().isEmpty()) {
            problem.setProperty("fields", e.fields());
        }
        return problem;
    }

    @ExceptionHandler({ChangedMeanwhileException.class, RuleChangedException.class})
    ProblemDetail changedMeanwhile(RuntimeException e) {
        return problem(HttpStatus.PRECONDITION_FAILED, "changed-meanwhile", "Changed in the meantime", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail notSignedIn(NotSignedInException e) {
        return problem(e.status(), e.code(), "Not signed in", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail badPerson(BadPersonException e) {
        ProblemDetail problem =
                problem(HttpStatus.UNPROCESSABLE_CONTENT, "bad-person", "Invalid account details", e.getMessage());
        problem.setProperty("parameter", e.field());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail keyTaken(KeyTakenException e) {
        return problem(HttpStatus.UNPROCESSABLE_CONTENT, "key-taken", "Idempotency key already used", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail diskTooFull(DiskTooFullException e) {
        return problem(HttpStatus.INSUFFICIENT_STORAGE, "disk-low", "Disk almost full", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail tooManyListeners(EventStream.TooManyException e) {
        return problem(
                HttpStatus.SERVICE_UNAVAILABLE, "too-many-listeners", "Too many event subscribers", e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail badRequest(BadRequestException e) {
        ProblemDetail problem = problem(HttpStatus.BAD_REQUEST, "bad-request", "Invalid request", e.getMessage());
        problem.setProperty("parameter", e.parameter());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail badRule(BadRuleException e) {
        ProblemDetail problem = problem(HttpStatus.UNPROCESSABLE_CONTENT, "bad-rule", "Invalid rule", e.getMessage());
        problem.setProperty("problems", e.problems());
        return problem;
    }

    @ExceptionHandler(Throwable.class)
    ProblemDetail fault(Throwable e) {
        LOG.error("A call failed", e);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "fault",
                "Internal error",
                "The service failed on this call. See its log.");
    }

    @Override
    protected @Nullable ResponseEntity<Object> handleExceptionInternal(
            Exception e, @Nullable Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        Object given = body == null && e instanceof ErrorResponse response ? response.getBody() : body;
        if (given instanceof ProblemDetail problem) {
            problem.setProperty("code", status.value() == 404 ? "no-such-endpoint" : "bad-request");
        }
        return super.handleExceptionInternal(e, given, headers, status, request);
    }
}
