package lectomen.service;

import java.time.InstantSource;
import java.util.Optional;
import lectomen.service.access.Groups;
import lectomen.service.access.People;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.Settings;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.RoleGrants;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.PasswordSignIn;
import lectomen.service.signin.SecondFactors;
import lectomen.service.signin.directory.Directory;
import lectomen.service.signin.openid.OpenIdSignIn;
import lectomen.service.signin.openid.Provider;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Wires how people prove who they are. */
@Configuration(proxyBeanMethods = false)
class SignInWiring {
    @Bean
    SecondFactors secondFactors(Store store, Ledger ledger, HomeKey key, InstantSource clock, Settings settings) {
        return new SecondFactors(store, ledger, key, clock, settings.signIn());
    }

    @Bean
    OutsidePeople outsidePeople(
            Store store, Ledger ledger, People people, RoleGrants grants, Groups groups, InstantSource clock) {
        return new OutsidePeople(store, ledger, people, grants, groups, clock);
    }

    @Bean
    PasswordSignIn passwordSignIn(
            Store store,
            Ledger ledger,
            People people,
            SecondFactors factors,
            OutsidePeople outside,
            SecretStore secrets,
            Settings settings) {
        Optional<Directory> directory = settings.signIn()
                .directory()
                .map(one -> new Directory(one, secrets, TrustedAuthorities.connections(one.certificate())));
        return new PasswordSignIn(
                store,
                ledger,
                people,
                factors,
                outside,
                directory,
                settings.signIn(),
                AccessWiring.tries(5, AccessWiring.BLOCKED_FOR),
                AccessWiring.tries(10, AccessWiring.BLOCKED_FOR));
    }

    /** Off unless it is configured: whoever asks for it gets it as an {@code Optional}. */
    @Bean
    @Nullable
    OpenIdSignIn openIdSignIn(
            Settings settings, SecretStore secrets, HomeKey key, InstantSource clock, Store store, Ledger ledger) {
        return settings.signIn()
                .openId()
                .map(one -> {
                    Provider provider = new Provider(one, secrets, TrustedAuthorities.connections(one.certificate()));
                    return new OpenIdSignIn(
                            one, provider, key, clock, store, ledger, AccessWiring.tries(10, AccessWiring.BLOCKED_FOR));
                })
                .orElse(null);
    }
}
