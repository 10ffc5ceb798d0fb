package lectomen.service;

import java.io.IOException;
import java.time.InstantSource;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.disk.KnownDisks;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.store.Store;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires what is stored: the database, the ledger, bytes, secrets, and the disks that all of it is on. */
@Configuration(proxyBeanMethods = false)
class StoreWiring {
    @Bean(destroyMethod = "close")
    Store store(Home home, InstantSource clock) {
        return Store.open(home.part("store"), clock);
    }

    @Bean
    KeyedHash keyedHash(Home home) {
        return new KeyedHash(home.ledgerKey());
    }

    @Bean
    Ledger ledger(Store store, InstantSource clock) {
        return new Ledger(store, clock);
    }

    @Bean(destroyMethod = "close")
    LedgerKeeper ledgerKeeper(Home home, Ledger ledger) {
        return new LedgerKeeper(ledger, home.part("ledger.head"));
    }

    @Bean
    ByteStore byteStore(Home home) throws IOException {
        return new ByteStore(home.part("bytes"));
    }

    @Bean
    HomeKey homeKey(Home home) {
        return new HomeKey(home.secretKey());
    }

    @Bean
    SecretStore secretStore(HomeKey key, Store store, Ledger ledger, InstantSource clock) {
        return new SecretStore(store, ledger, key, clock);
    }

    @Bean
    DiskSpaceGuard diskSpace(Home home, Settings settings) {
        return new DiskSpaceGuard(home.folder(), settings.keepFreeBytes());
    }

    @Bean
    KnownDisks knownDisks(Store store, Ledger ledger, Home home, InstantSource clock) {
        return new KnownDisks(store, ledger, home.folder(), clock);
    }
}
