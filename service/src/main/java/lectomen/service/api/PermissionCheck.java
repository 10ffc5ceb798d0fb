package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.effect.Effects;
import lectomen.service.effect.NoSuchEffectException;
import lectomen.service.job.NoSuchJobException;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.signin.SecondFactors;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/** Checks before each call whether the caller's roles allow it. A call that says nothing of itself is refused. */
final class PermissionCheck implements HandlerInterceptor {
    private final CallerScope scopes;
    private final Effects effects;
    private final SecondFactors factors;

    PermissionCheck(CallerScope scopes, Effects effects, SecondFactors factors) {
        this.scopes = scopes;
        this.effects = effects;
        this.factors = factors;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod call
                && call.getBeanType().getPackage().equals(PermissionCheck.class.getPackage())
                && !call.hasMethodAnnotation(Anybody.class)) {
            Needs needs = Optional.ofNullable(call.getMethodAnnotation(Needs.class))
                    .orElseThrow(() -> new IllegalStateException(call + " does not say what it needs"));
            check(needs, request);
        }
        return true;
    }

    private void check(Needs needs, HttpServletRequest request) {
        if (factors.isDue(Caller.principal())) {
            throw NotAllowedException.withoutSecondFactor();
        }
        Permission permission = needs.value();
        Scope scope = Caller.access().findScope(permission).orElseThrow(() -> NotAllowedException.without(permission));
        if (needs.fresh() && !Caller.isFresh()) {
            throw NotAllowedException.notFresh();
        }
        if (scope.isAll()) {
            return;
        }
        switch (needs.limit()) {
            case REFUSED -> throw NotAllowedException.limited();
            case NOTHING, ITSELF -> {}
            case JOB -> scopes.requireJob(path(request, "id"), permission);
            case RULE -> scopes.requireRule(path(request, "id"), permission);
            case SOURCE -> requireSource(path(request, "id"), permission);
            case EFFECT -> requireEffect(path(request, "id"), permission);
        }
    }

    private void requireSource(String id, Permission permission) {
        if (id.matches("\\d{1,18}")) { // what is no number is refused with its own words
            scopes.requireSource(Long.parseLong(id), permission);
        }
    }

    private void requireEffect(String id, Permission permission) {
        try {
            effects.find(id).ifPresent(effect -> scopes.requireJob(effect.jobId(), permission));
        } catch (NoSuchJobException e) {
            throw new NoSuchEffectException(id);
        }
    }

    private static String path(HttpServletRequest request, String name) {
        Object variables = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        return variables instanceof Map<?, ?> known ? String.valueOf(known.get(name)) : "";
    }
}
