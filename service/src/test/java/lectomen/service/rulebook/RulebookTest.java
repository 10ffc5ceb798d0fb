package lectomen.service.rulebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.Retention;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.home.NoticeSettings;
import lectomen.service.home.Settings;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RulebookTest {
    @TempDir
    private Path temp;

    private Store store;
    private Rulebook rulebook;

    @BeforeEach
    void open() {
        InstantSource clock = InstantSource.fixed(Instant.parse("2027-03-01T10:00:00Z"));
        store = FreshStore.open(temp.resolve("store"), clock);
        Site site = new Site(
                Map.of("inbox", temp.resolve("inbox").toString(), "home", temp.toString()),
                Set.of("archive"),
                Locale.UK,
                ZoneOffset.UTC);
        Settings settings = new Settings(
                site,
                List.of(temp),
                Map.of("archive", temp.resolve("archive")),
                Map.of(),
                Map.of(),
                Map.of(),
                new Settings.Workers(1, 64, Duration.ofSeconds(1), Duration.ofSeconds(1)),
                0,
                Retention.FOR_EVER,
                WorkCalendar.USUAL,
                Optional.empty(),
                SignInSettings.LOCAL,
                NoticeSettings.NONE,
                false);
        rulebook = new Rulebook(
                store,
                new Ledger(store, clock),
                settings,
                settings::site,
                () -> Set.of("records-office", "nell"),
                new PrinterCheck(Map.of(), name -> Optional.empty(), name -> Optional.empty()),
                clock);
    }

    @AfterEach
    void close() {
        store.close();
    }

    private static String rule(String id, String folder, String more) {
        return "lectomen: 1\nrule: " + id + "\nfrom: { folder: \"" + folder + "\"" + more
                + " }\ndo: [ { file: { in: archive } } ]\n";
    }

    private String problem(String text) {
        return ((RuleReadResult.Bad) rulebook.check(text)).problems().get(0).toString();
    }

    @Test
    void aRuleActsOnlyWhileItIsLive() {
        rulebook.add(rule("a", "{inbox}/a", ""), "owner");
        assertThat(rulebook.acting().rules()).isEmpty();
        long before = rulebook.acting().version();
        assertThat(rulebook.putLive("a", "owner").state()).isEqualTo(RuleState.LIVE);
        assertThat(rulebook.acting().from(temp.resolve("inbox/a").toString())).hasSize(1);
        assertThat(rulebook.acting().version()).isGreaterThan(before);
        rulebook.pause("a", Optional.empty(), "owner");
        assertThat(rulebook.acting().rules()).isEmpty();
    }

    @Test
    void aNewVersionWaitsAsDraftWhileTheOldOneActs() {
        rulebook.add(rule("a", "{inbox}/a", ""), "owner");
        rulebook.putLive("a", "owner");
        rulebook.add(rule("a", "{inbox}/b", ""), "owner");
        assertThat(rulebook.require("a").latestVersion()).isEqualTo(2);
        assertThat(rulebook.acting().rules().get(0).ref().version()).isEqualTo(1);
        rulebook.putLive("a", "owner");
        assertThat(rulebook.acting().rules().get(0).ref().version()).isEqualTo(2);
        assertThat(rulebook.requireVersion("a", 1).text()).contains("{inbox}/a");
    }

    @Test
    void onlyKnownGroupsAndPeopleAreContactsAndTheirRulesAreKnown() {
        String rule = rule("a", "{inbox}/a", "") + "contact: [nell, records-ofice]\n";
        assertThat(problem(rule))
                .isEqualTo("line 5, column 17: there is no group or person \"records-ofice\"; did you mean"
                        + " \"records-office\"?");
        rulebook.add(rule.replace("ofice", "office"), "owner");
        assertThat(rulebook.usersOfContact("records-office")).containsExactly("a");
        assertThat(rulebook.usersOfContact("nell")).containsExactly("a");
        assertThat(rulebook.usersOfContact("works-office")).isEmpty();
    }

    @Test
    void theSameTextAddedAgainIsNoNewVersion() {
        rulebook.add(rule("a", "{inbox}/a", ""), "owner");
        rulebook.add(rule("a", "{inbox}/a", ""), "owner");
        assertThat(rulebook.require("a").latestVersion()).isEqualTo(1);
    }

    @Test
    void rulesKeepTheOrderInWhichTheyCame() {
        for (String id : List.of("c", "a", "b")) {
            rulebook.add(rule(id, "{inbox}/" + id, ""), "owner");
            rulebook.putLive(id, "owner");
        }
        assertThat(rulebook.acting().rules())
                .extracting(live -> live.ref().id())
                .containsExactly("c", "a", "b");
    }

    @Test
    void foldersThatLieInEachOtherOrInADestinationAreRefused() throws Exception {
        rulebook.add(rule("a", "{inbox}/a", ""), "owner");
        assertThat(problem(rule("b", "{inbox}/a/inner", "")))
                .contains("hot folder")
                .contains("of rule a contain each other");
        assertThat(problem(rule("b", "{inbox}", ""))).contains("contain each other");
        assertThat(problem(rule("b", "{home}/archive/in", ""))).contains("connection \"archive\"");
        assertThat(problem(rule("b", "/elsewhere", ""))).contains("not under any of the roots");
        Files.createDirectories(temp.resolve("inbox"));
        Files.createSymbolicLink(temp.resolve("inbox/link"), Path.of("/tmp"));
        assertThat(problem(rule("b", "{inbox}/link/sly", "")))
                .as("a link does not lead out of the roots")
                .contains("not under any of the roots");
    }

    @Test
    void oneFolderHasOneSetOfSettings() {
        rulebook.add(rule("a", "{inbox}/a", ", settle: 1s"), "owner");
        assertThat(rulebook.check(rule("b", "{inbox}/a", ", settle: 1s"))).isInstanceOf(RuleReadResult.Good.class);
        assertThat(problem(rule("b", "{inbox}/a", ", settle: 2s")))
                .contains("rule a uses this folder with different settings");
    }

    @Test
    void anUnknownRuleIsSaid() {
        assertThatThrownBy(() -> rulebook.putLive("none", "owner"))
                .isInstanceOf(NoSuchRuleException.class)
                .hasMessageContaining("none");
    }

    @Test
    void ofChangesAtTheSameTimeAllAct() throws Exception {
        int rules = 24;
        ExecutorService threads = Executors.newFixedThreadPool(rules);
        try {
            List<Future<RuleEntry>> changes = new ArrayList<>();
            for (int number = 0; number < rules; number++) {
                String id = "r" + number;
                rulebook.add(rule(id, "{inbox}/" + id, ""), "owner");
                changes.add(threads.submit(() -> rulebook.putLive(id, "owner")));
            }
            for (Future<RuleEntry> change : changes) {
                change.get();
            }
        } finally {
            threads.shutdownNow();
        }
        assertThat(rulebook.acting().rules()).hasSize(rules);
    }
}
