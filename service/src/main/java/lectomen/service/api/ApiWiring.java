package lectomen.service.api;

import java.time.InstantSource;
import lectomen.service.access.People;
import lectomen.service.access.Sessions;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.desk.Desk;
import lectomen.service.effect.Effects;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.RoleGrants;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.signin.PasswordSignIn;
import lectomen.service.signin.SecondFactors;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Wires the parts that only the HTTP interface needs. */
@Configuration(proxyBeanMethods = false)
class ApiWiring {
    @Bean
    CallerScope callerScope(Jobs jobs, Rulebook rulebook, Sources sources) {
        return new CallerScope(jobs, rulebook, sources);
    }

    @Bean
    PrintViews printViews(PrintQueues queues, People people) {
        return new PrintViews(queues, people);
    }

    @Bean
    OpenedSession openedSession(
            Sessions sessions,
            People people,
            RoleGrants grants,
            SecondFactors factors,
            PasswordSignIn passwords,
            Settings settings) {
        return new OpenedSession(sessions, people, grants, factors, passwords, settings);
    }

    @Bean
    WebMvcConfigurer permissions(CallerScope scopes, Effects effects, SecondFactors factors) {
        return new WebMvcConfigurer() {
            @Override
            public void addInterceptors(InterceptorRegistry registry) {
                registry.addInterceptor(new PermissionCheck(scopes, effects, factors));
            }
        };
    }

    @Bean(destroyMethod = "close")
    EventStream eventStream(Ledger ledger) {
        return new EventStream(ledger);
    }

    @Bean
    Metrics metrics(
            Jobs jobs,
            HotFolders folders,
            Ledger ledger,
            Store store,
            WorkerPool workers,
            DiskSpaceGuard diskSpace,
            Desk desk,
            InstantSource clock) {
        return new Metrics(jobs, folders, ledger, store, workers, diskSpace, desk, clock);
    }
}
