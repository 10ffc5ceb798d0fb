package lectomen.service.rulebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.step.name.NameStep;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SharedPartsTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Rulebook rulebook;
    private SharedParts parts;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        rulebook = fixture.rulebook;
        parts = new SharedParts(fixture.store, fixture.ledger, rulebook, fixture.clock);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private static String pattern(String text) {
        return "lectomen: 1\npart: dated\npattern: \"" + text + "\"\n";
    }

    private static String rule(String id) {
        return "lectomen: 1\nrule: " + id + "\nfrom: { folder: \"{inbox}/" + id + "\" }\n"
                + "do:\n  - name: \"{pattern dated} " + id + "\"\n  - file: { in: archive }\n";
    }

    private SharedParts.Written.As put(String text) {
        SharedParts.Written written = parts.write(text, "tidier", "ada");
        assertThat(written).isInstanceOf(SharedParts.Written.As.class);
        return (SharedParts.Written.As) written;
    }

    private String actingName(String id) {
        RuleDocument rule = rulebook.acting().rules().stream()
                .filter(live -> live.ref().id().equals(id))
                .findFirst()
                .orElseThrow()
                .rule();
        return ((NameStep) rule.steps().get(0)).pattern().source();
    }

    @Test
    void aChangeGivesEachRuleThatNamesThePartANewVersionAndNoOther() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        rulebook.add(rule("two"), "ada");
        rulebook.add(rule("other").replace("{pattern dated} ", ""), "ada");
        rulebook.putLive("one", "ada");
        assertThat(put(pattern("{arrived}")).changed())
                .extracting(RuleEntry::id, RuleEntry::latestVersion)
                .containsExactly(tuple("one", 2), tuple("two", 2));
        assertThat(rulebook.require("other").latestVersion()).isEqualTo(1);
        assertThat(rulebook.versions("one").get(0).reason()).isEqualTo("part dated is version 2: tidier");
    }

    @Test
    void aLiveRuleGoesOnWithThePartAsItWasUntilItsNewVersionIsLive() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        rulebook.putLive("one", "ada");
        put(pattern("{arrived}"));
        assertThat(actingName("one")).isEqualTo("{today} one");
        rulebook.readAgain();
        assertThat(actingName("one")).isEqualTo("{today} one");
        rulebook.putLive("one", "ada");
        assertThat(actingName("one")).isEqualTo("{arrived} one");
    }

    @Test
    void anEarlierVersionComesBackWithThePartThatItHad() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        put(pattern("{arrived}"));
        rulebook.add(rulebook.requireVersion("one", 1), "back", Optional.empty(), "ada");
        rulebook.putLive("one", "ada");
        assertThat(actingName("one")).isEqualTo("{today} one");
        assertThat(Difference.ofParts(rulebook.requireVersion("one", 2), rulebook.requireVersion("one", 3)))
                .extracting(Difference.OfPart::name)
                .containsExactly("dated");
    }

    @Test
    void aPartThatARuleCouldNotWorkWithIsRefusedAndChangesNothing() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        SharedParts.Written written = parts.write(pattern("{vessel}"), "", "ada");
        assertThat(((SharedParts.Written.Refused) written).problems())
                .singleElement()
                .satisfies(problem -> assertThat(problem.words())
                        .contains("rule one would be invalid with it")
                        .contains("unknown field \"vessel\""));
        assertThat(parts.require("dated").version()).isEqualTo(1);
        assertThat(rulebook.require("one").latestVersion()).isEqualTo(1);
    }

    @Test
    void theSameTextAgainChangesNothing() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        assertThat(put(pattern("{today}")).changed()).isEmpty();
        assertThat(parts.require("dated").version()).isEqualTo(1);
    }

    @Test
    void onlyAPartThatNoRuleUsesCanBeRemoved() {
        put(pattern("{today}"));
        rulebook.add(rule("one"), "ada");
        assertThat(parts.require("dated").usedBy()).isEqualTo(List.of("one"));
        assertThat(parts.remove("dated", "ada")).isFalse();
        rulebook.retire("one", Optional.empty(), "ada");
        assertThat(parts.remove("dated", "ada")).isTrue();
        assertThatThrownBy(() -> parts.require("dated")).isInstanceOf(NoSuchPartException.class);
        assertThat(put(pattern("{today}")).entry().version()).isEqualTo(2);
    }
}
