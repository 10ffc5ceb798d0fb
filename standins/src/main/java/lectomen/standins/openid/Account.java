package lectomen.standins.openid;

import java.util.List;

/** Somebody whom the stand-in knows. @param subject names them for good */
public record Account(String subject, String signIn, String name, List<String> groups) {
    /** People of Marrowick Harbour. */
    static final List<Account> HARBOUR = List.of(
            new Account("mh-2041", "orla", "Orla Skerry", List.of("harbour-administrators")),
            new Account("mh-2042", "finn", "Finn Breaker", List.of("permit-office")),
            new Account("mh-2043", "sela", "Sela Tidewell", List.of("ferry-crew")));

    public Account {
        groups = List.copyOf(groups);
    }
}
