package lectomen.service.api;

import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import lectomen.service.access.Caller;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.Jobs;
import lectomen.service.job.NoSuchJobException;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.NoSuchRuleException;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;

/**
 * Which jobs, rules and sources the caller's permission is for. What is not theirs is answered as if it were not there: nobody learns
 * what others have.
 */
final class CallerScope {
    private final Jobs jobs;
    private final Rulebook rulebook;
    private final Sources sources;

    CallerScope(Jobs jobs, Rulebook rulebook, Sources sources) {
        this.jobs = jobs;
        this.rulebook = rulebook;
        this.sources = sources;
    }

    /**
     * What the permission of the caller is for.
     *
     * @throws NotAllowedException if they don't have it
     */
    Scope require(Permission permission) {
        return Caller.access().findScope(permission).orElseThrow(() -> NotAllowedException.without(permission));
    }

    /** The jobs that the permission is for; empty for all. */
    Optional<JobList.Only> findOnly(Permission permission) {
        return require(permission).rules().map(rules -> new JobList.Only(rules, sourcesOf(rules)));
    }

    /** The hot folders of some rules. */
    Set<String> foldersOf(Set<String> rules) {
        return rulebook.acting().rules().stream()
                .filter(live -> rules.contains(live.ref().id()))
                .flatMap(live -> live.rule().from().stream())
                .map(from -> from.folder())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private Set<Long> sourcesOf(Set<String> rules) {
        return foldersOf(rules).stream()
                .flatMap(folder -> sources.find(folder).stream())
                .collect(Collectors.toSet());
    }

    boolean isTheirs(Job job, Permission permission) {
        return findOnly(permission)
                .filter(only -> !only.has(job.rule().map(rule -> rule.id()), job.source()))
                .isEmpty();
    }

    /** @throws NoSuchJobException if it is not theirs, or not there */
    void requireJob(String id, Permission permission) {
        if (!require(permission).isAll() && !isTheirs(jobs.require(id), permission)) {
            throw new NoSuchJobException(id);
        }
    }

    /** @throws NoSuchRuleException if it is not theirs */
    void requireRule(String id, Permission permission) {
        if (!require(permission).hasRule(id)) {
            throw new NoSuchRuleException(id);
        }
    }

    /** @throws NoSuchSourceException if it is not theirs */
    void requireSource(long id, Permission permission) {
        Optional<JobList.Only> only = findOnly(permission);
        if (only.isPresent() && !only.get().sources().contains(id)) {
            throw new NoSuchSourceException(id);
        }
    }

    /** Whether an entry of the ledger is about something of theirs. */
    boolean isTheirs(String subject, Permission permission) {
        Scope scope = require(permission);
        return isTheirs(subject, scope, findOnly(permission));
    }

    /** The same for who asks again and again, outside a request. */
    boolean isTheirs(String subject, Scope scope, Optional<JobList.Only> only) {
        if (scope.isAll() || only.isEmpty()) {
            return true;
        }
        if (subject.startsWith("rule ")) {
            return scope.hasRule(subject.substring("rule ".length()));
        }
        return subject.startsWith("job ")
                && jobs.find(subject.substring("job ".length()))
                        .filter(job -> only.get().has(job.rule().map(rule -> rule.id()), job.source()))
                        .isPresent();
    }
}
