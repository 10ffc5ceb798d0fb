package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a rule says of the folders that it takes files from. */
class SourceReaderTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static RuleReadResult read(String source) {
        return RuleReader.read("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits", %s }
                do: [ { file: { in: archive } } ]
                """.formatted(source), SITE);
    }

    private static RuleDocument rule(String source) {
        return ((RuleReadResult.Good) read(source)).rule();
    }

    private static SourceSettings settings(String source) {
        return rule(source).from().get(0).settings();
    }

    @Test
    void whatIsLeftOutIsAsUsual() {
        assertThat(settings("about: Permits")).isEqualTo(SourceSettings.DEFAULT);
    }

    @Test
    void eachWordIsKept() {
        SourceSettings whole = settings(
                "arrives: whole, sweep: 5m, failed files: bad, subfolders: take, seen before: hold, expect every: 2 days");
        assertThat(whole)
                .isEqualTo(new SourceSettings(
                        SourceSettings.Arrives.WHOLE,
                        Duration.ZERO,
                        Duration.ofMinutes(5),
                        "bad",
                        SourceSettings.Subfolders.TAKE,
                        SourceSettings.SeenBefore.HOLD,
                        Optional.of(Duration.ofDays(2)),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Map.of()));
        assertThat(settings("settle: 10s").settle()).isEqualTo(Duration.ofSeconds(10));
        assertThat(rule("failed files: '{inbox}/bad'").from().get(0).settings().failedFolder())
                .isEqualTo("/srv/inbox/bad");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            open: '07:00 to 18:00'                                   ~ 07:00 ~ 18:00 ~ every day
            open: '7:00 to 18:00', open on: working days             ~ 07:00 ~ 18:00 ~ working days
            open: '22:00 to 06:00', open on: [saturday, monday]      ~ 22:00 ~ 06:00 ~ monday, saturday
            open on: sunday                                          ~ 00:00 ~ 00:00 ~ sunday
            open on: every day                                       ~ 00:00 ~ 00:00 ~ every day
            """)
    void aSourceIsOpenAtHours(String source, String from, String to, String days) {
        assertThat(settings(source).open()).hasValueSatisfying(open -> {
            assertThat(open.hours().orElseThrow().from()).hasToString(from);
            assertThat(open.hours().orElseThrow().to()).hasToString(to);
            assertThat(open.days().words()).isEqualTo(days);
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            run at: '17:30'                                          ~ [17:30] ~ every day ~ true
            run at: ['6:00', '17:30:15'], run on: working days       ~ [06:00, 17:30:15] ~ working days ~ true
            run at: '17:30', run on: friday, catch up: no            ~ [17:30] ~ friday ~ false
            run at: '17:30', catch up: yes                           ~ [17:30] ~ every day ~ true
            """)
    void aSourceRunsAtTimes(String source, String times, String days, boolean catchesUp) {
        assertThat(settings(source).runs()).hasValueSatisfying(runs -> {
            assertThat(runs.at()).hasToString(times);
            assertThat(runs.days().words()).isEqualTo(days);
            assertThat(runs.catchUp()).isEqualTo(catchesUp);
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            accept: pdf                          ~ plan.tif   ~ 10   ~ TIFF ~ does not accept tiff
            accept: [pdf, tiff]                  ~ plan.tif   ~ 10   ~ TIFF ~ ''
            name like: ['Q*.tif', '*.pdf']       ~ plan.tif   ~ 10   ~ TIFF ~ 'takes names like Q*.tif or *.pdf, not plan.tif'
            name like: '????.TIF'                ~ plan.tif   ~ 10   ~ TIFF ~ ''
            name not like: 'pl*'                 ~ plan.tif   ~ 10   ~ TIFF ~ takes no names like pl*
            name not like: 'x*'                  ~ plan.tif   ~ 10   ~ TIFF ~ ''
            size at least: 10 B                  ~ plan.tif   ~ 10   ~ TIFF ~ ''
            size at least: 11 B                  ~ plan.tif   ~ 10   ~ TIFF ~ 'takes files from 11 B on, and this has 10 B'
            size at most: 1 kB                   ~ plan.tif   ~ 1000 ~ TIFF ~ ''
            size at most: 1 kB                   ~ plan.tif   ~ 1001 ~ TIFF ~ 'takes files up to 1.0 kB, and this has 1.0 kB'
            """)
    void whatASourceDoesNotAcceptIsSaid(String source, String name, long bytes, FileType type, String refusal) {
        Instant now = Instant.parse("2027-03-01T10:00:00Z");
        FileFacts dropped = new FileFacts(name, bytes, type, Optional.of("/srv/inbox/permits"), now);
        FileFacts sent = new FileFacts(name, bytes, type, Optional.empty(), now);
        assertThat(rule(source).findRefusal(dropped).orElse("")).isEqualTo(refusal);
        assertThat(rule(source).findRefusal(sent).orElse("")).isEqualTo(refusal);
    }

    @Test
    void filesOfOtherFoldersAreNotTaken() {
        Instant now = Instant.parse("2027-03-01T10:00:00Z");
        FileFacts elsewhere = new FileFacts("a.pdf", 10, FileType.PDF, Optional.of("/srv/inbox/letters"), now);
        assertThat(rule("about: x").findRefusal(elsewhere)).contains("does not take files from this folder");
    }

    @Test
    void whatIsSaidOfDataFilesIsKept() {
        SidecarSettings usual = settings("sidecar: {}").sidecar().orElseThrow();
        assertThat(usual)
                .extracting(SidecarSettings::withoutSidecar, SidecarSettings::withoutDocument, SidecarSettings::late)
                .containsExactly(SidecarSettings.Alone.FAIL, SidecarSettings.Alone.FAIL, SidecarSettings.Late.FAIL);
        assertThat(usual.waitTime()).isEqualTo(SidecarSettings.DEFAULT_WAIT_TIME);
        assertThat(usual.forms()).hasSize(3);
        assertThat(usual.named()).containsExactly(SidecarSettings.Named.values());
        SidecarSettings said = settings(
                        "sidecar: { form: xml, named: \"{file}\", wait: 1h, documents: '//d:file', without document: take,"
                                + " without sidecar: take, namespaces: { d: \"urn:harbour\" } }")
                .sidecar()
                .orElseThrow();
        assertThat(said.forms()).hasToString("[XML]");
        assertThat(said.named()).hasSize(1);
        assertThat(said.waitTime()).isEqualTo(Duration.ofHours(1));
        assertThat(said.documents()).contains("//d:file");
        assertThat(said.withoutDocument()).isEqualTo(SidecarSettings.Alone.TAKE);
        assertThat(said.namespaces()).containsExactly(Map.entry("d", "urn:harbour"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            arrives: slowly                               ~ "arrives" must be growing, whole or together, not
            arrives: whole, settle: 2s                    ~ "settle" is not used with
            settle: 0s                                    ~ "settle" must be a time such as
            size at most: big                             ~ "size at most" must be a size such as
            name like: '{permit}.pdf'                     ~ "name like" of a source allows only * and ?
            accept: pfd                                   ~ did you mean "pdf"?
            open: 7 to 18                                 ~ "open" is two times such as
            open: '07:00 to 24:30'                        ~ "open" is two times such as
            open on: moonday                              ~ did you mean "monday"?
            run at: noon                                  ~ "run at" must be a time of day such as 17:30
            run on: monday                                ~ "run on" and "catch up" go with "run at:"
            catch up: no                                  ~ "run on" and "catch up" go with "run at:"
            run at: '17:30', open: '07:00 to 18:00'       ~ is open at hours or runs at times
            run at: '17:30', open on: monday              ~ is open at hours or runs at times
            subfolders: take, arrives: together           ~ a source that takes dropped folders has no "sidecar"
            subfolders: take, sidecar: { form: xml }      ~ a source that takes dropped folders has no "sidecar"
            sidecar: { form: yaml }                       ~ "form" is xml, json or csv, or some of them
            sidecar: { named: "x" }                       ~ a sidecar must be named "{file name}", or "{file}"
            sidecar: { without document: take }           ~ requires "documents:", which names several
            sidecar: { form: xml, documents: "a[" }       ~ invalid expression; xml:
            sidecar: { namespaces: { d: [x] } }           ~ a prefix needs a namespace URI
            failed files: "{inbax}/x"                     ~ unknown parameter "inbax"
            """)
    void whatCantBeIsSaid(String source, String problem) {
        assertThat(((RuleReadResult.Bad) read(source)).problems())
                .extracting(Problem::toString)
                .anySatisfy(said -> assertThat(said).contains(problem));
    }
}
