package lectomen.service.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import lectomen.service.role.Permission;

/** What callers need for a call. Every call has it, or {@link Anybody}. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
@interface Needs {
    Permission value();

    /** For those whose permission is limited to some rules. */
    Limit limit() default Limit.REFUSED;

    /** Whether people have to have proved within the last minutes who they are. */
    boolean fresh() default false;

    /** How a call keeps to the rules that a caller's permission is limited to. */
    enum Limit {
        /** It is not for them. */
        REFUSED,
        /** Nothing in it belongs to a rule. */
        NOTHING,
        /** The job in its path has to be one of theirs. */
        JOB,
        /** The rule in its path has to be one of theirs. */
        RULE,
        /** The source in its path has to be one of theirs. */
        SOURCE,
        /** The job of the effect in its path has to be one of theirs. */
        EFFECT,
        /** It asks {@link CallerScope} itself. */
        ITSELF
    }
}
