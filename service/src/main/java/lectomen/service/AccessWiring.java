package lectomen.service;

import java.time.Duration;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.Set;
import lectomen.service.access.Contacts;
import lectomen.service.access.Groups;
import lectomen.service.access.Invitations;
import lectomen.service.access.PasswordHashing;
import lectomen.service.access.People;
import lectomen.service.access.RequestGuard;
import lectomen.service.access.RequestLimits;
import lectomen.service.access.Sessions;
import lectomen.service.access.SignInAttempts;
import lectomen.service.access.Token;
import lectomen.service.access.Tokens;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.RoleGrants;
import lectomen.service.store.Store;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires who may call the service. */
@Configuration(proxyBeanMethods = false)
class AccessWiring {
    /** How long somebody is blocked after too many wrong tries. */
    static final Duration BLOCKED_FOR = Duration.ofMinutes(15);

    @Bean
    People people(Store store, Ledger ledger, InstantSource clock, PasswordHashing passwords, Settings settings) {
        return new People(store, ledger, clock, passwords, settings.signIn()::hasPassword);
    }

    @Bean
    RoleGrants roleGrants(Store store, Ledger ledger, InstantSource clock) {
        return new RoleGrants(store, ledger, clock);
    }

    @Bean
    Groups groups(Store store, Ledger ledger, InstantSource clock) {
        return new Groups(store, ledger, clock);
    }

    @Bean
    Contacts contacts(People people, Groups groups) {
        return new Contacts(people, groups);
    }

    @Bean
    Tokens tokens(Store store, Ledger ledger, RoleGrants grants, InstantSource clock) {
        return new Tokens(store, ledger, grants, clock);
    }

    @Bean
    Invitations invitations(
            Store store, Ledger ledger, People people, RoleGrants grants, Groups groups, InstantSource clock) {
        return new Invitations(store, ledger, people, grants, groups, clock, tries(10, BLOCKED_FOR));
    }

    @Bean
    Sessions sessions(Store store, Ledger ledger, InstantSource clock) {
        return new Sessions(store, ledger, clock);
    }

    static SignInAttempts tries(int most, Duration span) {
        return new SignInAttempts(most, span, () -> System.nanoTime() / 1_000_000_000L);
    }

    /** The network addresses of the declared proxy. */
    private static Set<String> proxies(Settings settings) {
        return settings.listen()
                .filter(listen -> listen.way() instanceof Settings.Listen.Way.Proxy)
                .map(listen -> Set.copyOf(((Settings.Listen.Way.Proxy) listen.way()).addresses()))
                .orElse(Set.of());
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> requestLimits(Settings settings) {
        return server -> server.addEngineValves(new RequestLimits(proxies(settings)));
    }

    @Bean
    RequestGuard guard(
            Home home,
            Settings settings,
            Tokens tokens,
            Sessions sessions,
            RoleGrants grants,
            Store store,
            Ledger ledger) {
        Set<String> names = new HashSet<>();
        settings.listen().ifPresent(listen -> {
            names.addAll(listen.names());
            if (listen.way() instanceof Settings.Listen.Way.Proxy proxy) {
                names.add(proxy.url().getHost());
            }
        });
        return new RequestGuard(
                new Token(home.token()),
                tokens,
                sessions,
                grants,
                names,
                proxies(settings),
                tries(10, Duration.ofMinutes(1)),
                () -> store.write(db -> {
                    ledger.append(db, "service", "token.blocked", "people");
                    return names;
                }));
    }
}
