package lectomen.service;

import java.time.Duration;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.Set;
import lectomen.service.access.PasswordHashing;
import lectomen.service.access.People;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.Sessions;
import lectomen.service.access.SignInAttempts;
import lectomen.service.access.Token;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires who may call the service. */
@Configuration(proxyBeanMethods = false)
class AccessWiring {
    @Bean
    People people(Store store, Ledger ledger, InstantSource clock, PasswordHashing passwords) {
        return new People(store, ledger, clock, passwords);
    }

    @Bean
    Sessions sessions(Store store, Ledger ledger, People people, InstantSource clock) {
        Duration span = Duration.ofMinutes(15);
        return new Sessions(store, ledger, people, clock, tries(5, span), tries(10, span));
    }

    private static SignInAttempts tries(int most, Duration span) {
        return new SignInAttempts(most, span, () -> System.nanoTime() / 1_000_000_000L);
    }

    @Bean
    RequestGuard guard(Home home, Settings settings, Sessions sessions) {
        Set<String> names = new HashSet<>();
        Set<String> onlyFrom = new HashSet<>();
        settings.listen().ifPresent(listen -> {
            names.addAll(listen.names());
            if (listen.way() instanceof Settings.Listen.Way.Proxy proxy) {
                names.add(proxy.url().getHost());
                onlyFrom.addAll(proxy.addresses());
            }
        });
        return new RequestGuard(new Token(home.token()), sessions, names, onlyFrom, tries(10, Duration.ofMinutes(1)));
    }
}
