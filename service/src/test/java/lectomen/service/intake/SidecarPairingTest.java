package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.rule.SidecarSettings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SidecarPairingTest {
    private static final Path FOLDER = Path.of("/inbox/notices");
    private static final long MINUTE = Duration.ofMinutes(1).toNanos();

    private final Map<String, DataQuestions.Told> told = new HashMap<>();
    private final Map<String, SidecarPairing.TakenEarlier> takenWithout = new HashMap<>();
    private final Set<Path> asked = new HashSet<>();

    private final SidecarPairing.Surroundings around = new SidecarPairing.Surroundings() {
        @Override
        public Optional<SidecarPairing.TakenEarlier> findTakenWithout(String path) {
            return Optional.ofNullable(takenWithout.get(path));
        }

        @Override
        public Optional<DataQuestions.Told> ask(FolderScan.Found sidecar, DataFormat form, SidecarSettings settings) {
            asked.add(sidecar.path());
            return Optional.ofNullable(told.get(sidecar.path().getFileName().toString()));
        }

        @Override
        public void keepOnly(Set<Path> present) {
            asked.retainAll(present);
        }
    };

    /** What the source says, word by word; {@code -} for what is left out. */
    private static SidecarSettings settings(
            String withoutSidecar, String withoutDocument, String alike, String broken, String late, String documents) {
        return new SidecarSettings(
                Set.of(DataFormat.XML, DataFormat.CSV),
                List.of(SidecarSettings.Named.values()),
                Optional.of(documents).filter(text -> !text.equals("-")),
                Duration.ofMinutes(5),
                SidecarSettings.Alone.valueOf(withoutSidecar),
                SidecarSettings.Alone.valueOf(withoutDocument),
                SidecarSettings.Alike.valueOf(alike),
                SidecarSettings.Broken.valueOf(broken),
                SidecarSettings.Late.valueOf(late),
                Map.of());
    }

    private static SidecarSettings strict(String documents) {
        return settings("FAIL", "FAIL", "FAIL", "FAIL", "FAIL", documents);
    }

    /** Files by their names; a number behind a colon is the minute in which it was changed last. */
    private static List<FolderScan.Found> found(String names) {
        return Stream.of(names.split(" "))
                .filter(name -> !name.isEmpty())
                .map(name -> name.split(":"))
                .map(parts -> new FolderScan.Found(
                        FOLDER.resolve(parts[0]),
                        new FileState(FileState.Kind.FILE, 1, parts.length > 1 ? Long.parseLong(parts[1]) : 1, 1, 1)))
                .toList();
    }

    /** The candidates as a text: names, the sidecar of a document behind an arrow, and the reason of one that fails. */
    private static String shown(SidecarPairing.Formed formed) {
        return String.join(
                " | ",
                formed.candidates().stream()
                        .map(candidate -> String.join(
                                        " ",
                                        candidate.pieces().stream()
                                                .map(SidecarPairingTest::shown)
                                                .sorted()
                                                .toList())
                                + candidate
                                        .fails()
                                        .map(reason -> " !" + reason.code())
                                        .orElse(""))
                        .sorted()
                        .toList());
    }

    private static String shown(ArrivalCandidate.Piece piece) {
        String name = piece.file().getFileName().toString();
        return switch (piece.role()) {
            case DOCUMENT ->
                name + piece.sidecar().map(data -> ">" + data.getFileName()).orElse("");
            case LONE_DOCUMENT -> name + "?";
            case SIDECAR -> "(" + name + ")" + piece.job().map(job -> "@" + job).orElse("");
        };
    }

    @ParameterizedTest(name = "{0}, {1} still changing: {2}")
    @CsvSource(delimiter = ';', nullValues = "-", textBlock = """
            n1.docx n1.xml;          -;     (n1.xml) n1.docx>n1.xml
            n1.docx n1.docx.xml;     -;     (n1.docx.xml) n1.docx>n1.docx.xml
            N1.docx n1.XML;          -;     (n1.XML) N1.docx>n1.XML
            n1.docx n1.pdf n1.xml;   -;     (n1.xml) n1.docx>n1.xml n1.pdf>n1.xml
            n1.docx n2.docx n1.xml n2.csv; -; (n1.xml) n1.docx>n1.xml | (n2.csv) n2.docx>n2.csv
            n1.docx;                 -;     -
            n1.xml;                  -;     -
            n1.docx;                 n1.xml; -
            n1.docx n1.xml n1.csv;   -;     (n1.csv) (n1.xml) n1.docx>n1.xml !sidecar.two
            """)
    void documentsAndDataFilesFindEachOtherByName(String settled, String growing, String candidates) {
        Set<Path> changing = growing == null ? Set.of() : Set.of(FOLDER.resolve(growing));
        SidecarPairing.Formed formed =
                new SidecarPairing(FOLDER, strict("-"), around).form(found(settled), changing, 0);
        String shown = shown(formed).replace("(n1.csv) (n1.xml) n1.docx>n1.csv", "(n1.csv) (n1.xml) n1.docx>n1.xml");
        assertThat(shown).isEqualTo(candidates == null ? "" : candidates);
        assertThat(formed.waiting().isEmpty()).isEqualTo(candidates != null);
    }

    @ParameterizedTest(name = "{0} alone, {1}/{2}: {3}")
    @CsvSource({
        "n1.docx, FAIL, FAIL, n1.docx? !sidecar.missing, 0",
        "n1.docx, TAKE, FAIL, n1.docx?, 0",
        "n1.docx, LEAVE, FAIL, '', 1",
        "n1.xml, FAIL, FAIL, n1.xml !sidecar.alone, 0",
        "n1.xml, FAIL, LEAVE, '', 1"
    })
    void oneThatStaysAloneEndsAsTheSourceSaysOnceItHasWaited(
            String file, String withoutSidecar, String withoutDocument, String candidates, int staying) {
        SidecarSettings says = settings(withoutSidecar, withoutDocument, "FAIL", "FAIL", "FAIL", "-");
        SidecarPairing pairing = new SidecarPairing(FOLDER, says, around);
        SidecarPairing.Formed first = pairing.form(found(file), Set.of(), 0);
        assertThat(first.candidates()).isEmpty();
        assertThat(first.next()).isEqualTo(Duration.ofMinutes(5));
        SidecarPairing.Formed between = pairing.form(found(file), Set.of(), 4 * MINUTE);
        assertThat(between.next()).isEqualTo(Duration.ofMinutes(1));
        SidecarPairing.Formed last = pairing.form(found(file), Set.of(), 5 * MINUTE);
        assertThat(shown(last)).isEqualTo(candidates);
        assertThat(last.staying()).hasSize(staying);
    }

    @Test
    void theOtherMayComeFirstOrLast() {
        for (String first : List.of("n1.docx", "n1.xml")) {
            SidecarPairing pairing = new SidecarPairing(FOLDER, strict("-"), around);
            assertThat(pairing.form(found(first), Set.of(), 0).waiting()).hasSize(1);
            assertThat(shown(pairing.form(found("n1.docx n1.xml"), Set.of(), 4 * MINUTE)))
                    .isEqualTo("(n1.xml) n1.docx>n1.xml");
        }
    }

    @Test
    void ofTwoAlikeTheNewestCountsWhereTheSourceSaysSo() {
        SidecarSettings says = settings("FAIL", "FAIL", "NEWEST", "FAIL", "FAIL", "-");
        SidecarPairing.Formed formed =
                new SidecarPairing(FOLDER, says, around).form(found("n1.docx n1.xml:3 n1.csv:2"), Set.of(), 0);
        assertThat(shown(formed)).isEqualTo("(n1.csv) (n1.xml) n1.docx>n1.xml");
    }

    @ParameterizedTest(name = "late, {0}, its job at an end: {1}: {2}")
    @CsvSource({
        "FAIL, true, n1.xml !sidecar.late, 0",
        "LEAVE, true, '', 1",
        "RUN_AGAIN, true, (n1.xml)@1-7, 0",
        "RUN_AGAIN, false, '', 0"
    })
    void aDataFileThatComesLateIsTreatedAsTheSourceSays(String late, boolean ended, String candidates, int staying) {
        takenWithout.put("n1.xml", new SidecarPairing.TakenEarlier("1-7", ended));
        SidecarPairing.Formed formed = new SidecarPairing(
                        FOLDER, settings("TAKE", "FAIL", "FAIL", "FAIL", late, "-"), around)
                .form(found("n1.xml"), Set.of(), 0);
        assertThat(shown(formed)).isEqualTo(candidates);
        assertThat(formed.staying()).hasSize(staying);
    }

    @Test
    void oneThatCanNotBeReadIsWaitedForWhereTheSourceSaysSo() {
        SidecarSettings says = settings("FAIL", "FAIL", "FAIL", "WAIT", "FAIL", "-");
        SidecarPairing pairing = new SidecarPairing(FOLDER, says, around);
        List<FolderScan.Found> both = found("n1.docx n1.xml");
        assertThat(pairing.form(both, Set.of(), 0).candidates())
                .as("not read yet")
                .isEmpty();
        told.put("n1.xml", new DataQuestions.Told(List.of(), "line 3: it ends too early"));
        SidecarPairing.Formed broken = pairing.form(both, Set.of(), 0);
        assertThat(broken.candidates()).isEmpty();
        assertThat(broken.waiting().values()).singleElement().asString().contains("it ends too early");
        told.put("n1.xml", new DataQuestions.Told(List.of(), ""));
        assertThat(pairing.form(both, Set.of(), 0).candidates()).hasSize(1);
    }

    @ParameterizedTest(name = "{0} there, {1} named, {2}, {3} min later: {4}")
    @CsvSource(delimiter = ';', nullValues = "-", textBlock = """
            a.pdf b.pdf list.csv;  a.pdf b.pdf;  FAIL; 0; (list.csv) a.pdf>list.csv b.pdf>list.csv
            a.pdf list.csv;        a.pdf b.pdf;  FAIL; 0; -
            a.pdf list.csv;        a.pdf b.pdf;  FAIL; 5; (list.csv) a.pdf>list.csv !sidecar.listed
            a.pdf list.csv;        a.pdf b.pdf;  TAKE; 5; (list.csv) a.pdf>list.csv
            a.pdf list.csv;        a.pdf b.pdf;  LEAVE; 5; -
            list.csv;              a.pdf;        TAKE; 5; list.csv !sidecar.listed
            a.pdf c.pdf list.csv;  a.pdf;        FAIL; 0; (list.csv) a.pdf>list.csv
            a.pdf c.pdf list.csv;  a.pdf;        FAIL; 5; (list.csv) a.pdf>list.csv | c.pdf? !sidecar.missing
            list.csv;              ../../etc/x;  FAIL; 5; list.csv !sidecar.listed
            """)
    void aDataFileNamesItsDocuments(String there, String named, String without, int minutes, String candidates) {
        told.put("list.csv", new DataQuestions.Told(List.of(named.split(" ")), ""));
        SidecarPairing pairing =
                new SidecarPairing(FOLDER, settings("FAIL", without, "FAIL", "FAIL", "FAIL", "file"), around);
        pairing.form(found(there), Set.of(), 0);
        SidecarPairing.Formed formed = pairing.form(found(there), Set.of(), minutes * MINUTE);
        assertThat(shown(formed)).isEqualTo(candidates == null ? "" : candidates);
    }

    @Test
    void aDocumentThatTwoDataFilesNameFailsWithBothOrGoesWithTheNewer() {
        told.put("one.csv", new DataQuestions.Told(List.of("a.pdf", "b.pdf"), ""));
        told.put("two.csv", new DataQuestions.Told(List.of("b.pdf", "c.pdf"), ""));
        List<FolderScan.Found> files = found("a.pdf b.pdf c.pdf one.csv:1 two.csv:2");
        SidecarPairing.Formed failed = new SidecarPairing(FOLDER, strict("file"), around).form(files, Set.of(), 0);
        assertThat(failed.candidates()).hasSize(1);
        assertThat(failed.candidates().get(0).pieces()).hasSize(5);
        assertThat(failed.candidates().get(0).fails().orElseThrow().code()).isEqualTo("sidecar.two");
        SidecarPairing.Formed newest = new SidecarPairing(
                        FOLDER, settings("FAIL", "FAIL", "NEWEST", "FAIL", "FAIL", "file"), around)
                .form(files, Set.of(), 0);
        assertThat(shown(newest)).isEqualTo("(one.csv) a.pdf>one.csv | (two.csv) b.pdf>two.csv c.pdf>two.csv");
    }

    @Test
    void aListThatCanNotBeReadFails() {
        told.put("list.csv", new DataQuestions.Told(List.of(), "row 3 has two values, not three"));
        SidecarPairing.Formed formed =
                new SidecarPairing(FOLDER, strict("file"), around).form(found("list.csv"), Set.of(), 0);
        assertThat(shown(formed)).isEqualTo("list.csv !sidecar.broken");
    }

    @Test
    void answersAboutFilesThatAreGoneAreForgotten() {
        SidecarPairing pairing = new SidecarPairing(FOLDER, strict("//document"), around);
        pairing.form(found("n1.xml n2.xml"), Set.of(), 0);
        assertThat(asked).containsExactlyInAnyOrder(FOLDER.resolve("n1.xml"), FOLDER.resolve("n2.xml"));
        pairing.form(found("n2.xml"), Set.of(), MINUTE);
        assertThat(asked).containsExactly(FOLDER.resolve("n2.xml"));
    }
}
