package lectomen.service.api;

import java.time.InstantSource;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.intake.HotFolders;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires the parts that only the HTTP interface needs. */
@Configuration(proxyBeanMethods = false)
class ApiWiring {
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
            InstantSource clock) {
        return new Metrics(jobs, folders, ledger, store, workers, diskSpace, clock);
    }
}
