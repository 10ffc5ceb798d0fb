package lectomen.service.home;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingsReaderTest {
    private static final Path HOME = Path.of("/srv/lectomen");

    @Test
    void theSettingsOfANewHomeAreGood() {
        Settings settings = SettingsReader.read(SettingsReader.FIRST_SETTINGS, HOME);
        assertThat(settings.site().parameters())
                .containsEntry("inbox", "/srv/lectomen/inbox")
                .containsEntry("home", "/srv/lectomen");
        assertThat(settings.roots()).containsExactly(HOME);
        assertThat(settings.folders()).containsEntry("archive", HOME.resolve("archive"));
        assertThat(settings.site().locale()).isEqualTo(Locale.UK);
    }

    @Test
    void everythingCanBeSet() {
        Settings settings = SettingsReader.read("""
                parameters: { quay: Lantern Quay, inbox: "{home}/in" }
                roots: ["/a", "{home}"]
                connections: { one: { folder: "{inbox}/../one" } }
                locale: de-DE
                zone: Europe/Berlin
                workers: { count: 4, memory: 256, time limit: 30, quiet: 5 }
                """, HOME);
        assertThat(settings.folders()).containsEntry("one", HOME.resolve("one"));
        assertThat(settings.site().zone()).isEqualTo(ZoneId.of("Europe/Berlin"));
        assertThat(settings.workers())
                .isEqualTo(new Settings.Workers(4, 256, Duration.ofSeconds(30), Duration.ofSeconds(5)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "rots: [/a]                                  | line 1, column 1: \"rots\" is not known in lectomen.yaml; did you mean \"roots\"?",
                "roots: [in]                                 | expected an absolute path",
                "connections: { one: { foldr: /a } }         | connection \"one\" needs \"folder:\"",
                "connections: { one: /a }                    | connection \"one\" is expected as words with values",
                "zone: Marrowick                             | unknown time zone",
                "workers: { count: none }                    | \"count\" must be a number from 1 to 64",
                "workers: { memory: 12 }                     | \"memory\" must be a number from 64 to 16384",
                "parameters: { list: [a] }                   | a parameter must be a text",
                "a: [                                        | no YAML"
            })
    void whatIsWrongIsSaid(String text, String problem) {
        assertThatThrownBy(() -> SettingsReader.read(text + "\n", HOME))
                .isInstanceOf(BadHomeException.class)
                .hasMessageContaining("/srv/lectomen/lectomen.yaml, line ")
                .hasMessageContaining(problem);
    }

    @Test
    void aHomeIsHeldByOneAtATime(@TempDir Path temp) throws Exception {
        try (Home home = Home.open(temp)) {
            assertThat(home.token()).hasSize(48).isEqualTo(home.token());
            assertThat(home.ledgerKey()).hasSize(32).isEqualTo(home.ledgerKey());
            assertThatThrownBy(() -> Home.open(temp))
                    .isInstanceOf(BadHomeException.class)
                    .hasMessageContaining("in use");
        }
        Home.open(temp).close();
    }
}
