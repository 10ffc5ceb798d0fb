package lectomen.service.destination.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.Connections;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.WithdrawResult;
import lectomen.service.disk.KnownDisks;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Filing with hard links and without, and what an interruption at each point leaves. */
class FolderDestinationTest {
    private static final byte[] CONTENT = "A permit for the Grey Heron".getBytes(StandardCharsets.UTF_8);

    @TempDir
    private Path temp;

    private Path root;
    private ByteRef ref;
    private final List<String> intents = new ArrayList<>();
    private Optional<FilingOrder.Own> replaces = Optional.empty();
    private boolean keepsReplaced;
    private Optional<KnownDisks.Elsewhere> elsewhere = Optional.empty();

    @BeforeEach
    void make() throws IOException {
        root = Files.createDirectories(temp.resolve("root"));
        ref = new ByteRef(ByteStore.hash(Files.write(temp.resolve("original"), CONTENT)), CONTENT.length);
    }

    private static final FilingOrder.OtherNames OTHERS = new FilingOrder.OtherNames() {
        @Override
        public String numbered(int number) {
            return "heron (" + number + ").pdf";
        }

        @Override
        public Optional<Filing.Target.Place> older(int number) {
            return Optional.of(new Filing.Target.Place(List.of("Older"), "heron v" + number + ".pdf"));
        }
    };

    private FilingOrder order(WhenTaken whenTaken, Optional<String> intended) {
        return new FilingOrder(
                "1-e7",
                List.of("Permits", "2027"),
                "heron.pdf",
                whenTaken,
                OTHERS,
                ref,
                replaces,
                keepsReplaced,
                intended);
    }

    private Connections connections() {
        return new Connections(() -> Map.of(), List.of(temp.resolve("allowed")), folder -> elsewhere);
    }

    private FolderDestination destination(boolean links) {
        return new FolderDestination("archive", root, connections(), new FolderNames(), new TemporaryFiles(), links);
    }

    private PlaceResult place(boolean links, FilingOrder order) {
        FolderDestination destination = destination(links);
        Optional<PlaceResult> found = order.intended().isEmpty()
                ? Optional.empty()
                : destination.findPlaced(order, sha -> new ByteArrayInputStream(CONTENT));
        return found.orElseGet(() -> destination.place(order, sha -> new ByteArrayInputStream(CONTENT), intents::add));
    }

    private Path inPlace(String name) {
        return root.resolve("Permits/2027").resolve(name);
    }

    private List<String> filesBelow(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile)
                    .map(file -> folder.relativize(file).toString())
                    .sorted()
                    .toList();
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aFileIsPutInPlaceAndThePlaceWasSaidBefore(boolean links) throws IOException {
        PlaceResult.Placed placed = (PlaceResult.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron.pdf");
        assertThat(intents).containsExactly("Permits/2027/heron.pdf");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        destination(true).clear(order(WhenTaken.FAIL, Optional.empty()));
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aTakenNameIsNumberedAndTheStrangerStays(boolean links) throws IOException {
        Files.createDirectories(inPlace("").getParent());
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "stranger");
        Files.createSymbolicLink(inPlace("heron (2).pdf"), temp.resolve("nowhere"));
        PlaceResult.Placed placed = (PlaceResult.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron (3).pdf");
        assertThat(inPlace("heron.pdf")).hasContent("stranger");
        assertThat(inPlace("heron (2).pdf")).isSymbolicLink();
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aTakenNameThatIsNotToBeNumberedIsSaidAndNothingIsLeft(boolean links) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "stranger");
        assertThat(place(links, order(WhenTaken.FAIL, Optional.empty())))
                .isEqualTo(new PlaceResult.Taken("heron.pdf", "Permits/2027"));
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anInterruptionBeforeTheFileIsInPlaceIsMadeGood(boolean links) throws IOException {
        assertThatThrownBy(() -> destination(links)
                        .place(
                                order(WhenTaken.FAIL, Optional.empty()),
                                sha -> new ByteArrayInputStream(CONTENT),
                                place -> {
                                    throw new IllegalStateException("power cut");
                                }))
                .hasMessage("power cut");
        assertThat(filesBelow(root)).containsExactly("Permits/2027/.lectomen-1-e7.part");
        PlaceResult.Placed placed =
                (PlaceResult.Placed) place(links, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf")));
        assertThat(placed.answer()).contains("read back");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anInterruptionBeforeTheReceiptFindsTheFileInPlaceAndFilesNoSecond(boolean links) throws IOException {
        place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        PlaceResult.Placed again =
                (PlaceResult.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.of("Permits/2027/heron.pdf")));
        assertThat(again.answer()).contains("found in place");
        destination(true).clear(order(WhenTaken.FAIL, Optional.empty()));
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @Test
    void anInterruptionWhileAFileWithoutLinkIsFilledIsMadeGood() throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.write(inPlace("heron.pdf"), new byte[] {'A', ' '});
        Files.write(inPlace(".lectomen-1-e7.placing"), CONTENT);
        PlaceResult.Placed placed =
                (PlaceResult.Placed) place(false, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf")));
        destination(true).clear(order(WhenTaken.FAIL, Optional.empty()));
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aStrangerWhoTookTheIntendedNameInBetweenKeepsIt(boolean links) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "");
        Files.write(inPlace(".lectomen-1-e7.part"), CONTENT);
        PlaceResult.Placed placed =
                (PlaceResult.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.of("Permits/2027/heron.pdf")));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron (2).pdf");
        assertThat(inPlace("heron.pdf")).isEmptyFile();
    }

    @Test
    void aRootThatIsAwayIsWaitedForAndNotMade() throws IOException {
        Files.delete(root);
        PlaceResult.NotNow away = (PlaceResult.NotNow) place(true, order(WhenTaken.FAIL, Optional.empty()));
        assertThat(away.reason().code()).isEqualTo("destination.away");
        assertThat(root).doesNotExist();
    }

    @Test
    void aRootOnAnotherDiskIsWaitedForAndNothingIsPutThere() throws IOException {
        elsewhere = Optional.of(new KnownDisks.Elsewhere("//nas/plans (cifs)", "/dev/vda (ext4)"));
        assertThat(place(true, order(WhenTaken.FAIL, Optional.empty())))
                .isInstanceOfSatisfying(
                        PlaceResult.NotNow.class,
                        notNow -> assertThat(notNow.reason().code()).isEqualTo("destination.elsewhere"));
        replaces = Optional.of(new FilingOrder.Own("Permits/2027/heron.pdf", ref));
        assertThat(withdraw()).isInstanceOf(WithdrawResult.NotNow.class);
        assertThat(root).isEmptyDirectory();
    }

    @Test
    void bytesThatReadBackDifferentAreNotPutInPlace() throws IOException {
        PlaceResult placing = destination(true)
                .place(
                        order(WhenTaken.FAIL, Optional.empty()),
                        sha -> new ByteArrayInputStream(new byte[3]),
                        intents::add);
        assertThat(((PlaceResult.NotNow) placing).reason().code()).isEqualTo("destination.mismatch");
        assertThat(intents).isEmpty();
        assertThat(filesBelow(root)).isEmpty();
    }

    @Test
    void aFileWhereAFolderIsNeededIsSaid() throws IOException {
        Files.writeString(root.resolve("Permits"), "a file");
        PlaceResult.Never never = (PlaceResult.Never) place(true, order(WhenTaken.FAIL, Optional.empty()));
        assertThat(never.reason().words()).contains("Permits/2027").contains("Move the file away");
    }

    private static ByteRef refOf(Path file) throws IOException {
        return new ByteRef(ByteStore.hash(file), Files.size(file));
    }

    /** What an earlier run filed at the place. */
    private void filedBefore(String text) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Path old = Files.writeString(inPlace("heron.pdf"), text);
        replaces = Optional.of(new FilingOrder.Own("Permits/2027/heron.pdf", refOf(old)));
    }

    private void clear() {
        destination(true).clear(order(WhenTaken.FAIL, Optional.empty()));
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whatWeFiledOurselvesIsReplacedAtItsPlace(boolean links) throws IOException {
        filedBefore("an older permit");
        PlaceResult.Placed placed = (PlaceResult.Placed) place(links, order(WhenTaken.FAIL, Optional.empty()));
        clear();
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whatSomebodyChangedSinceIsNoLongerOursAndStays(boolean links) throws IOException {
        filedBefore("an older permit");
        Files.writeString(inPlace("heron.pdf"), "with a note by hand");
        assertThat(place(links, order(WhenTaken.FAIL, Optional.empty()))).isInstanceOf(PlaceResult.Taken.class);
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
        PlaceResult.Placed numbered = (PlaceResult.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        clear();
        assertThat(inPlace("heron.pdf")).hasContent("with a note by hand");
        assertThat(inPlace("heron (2).pdf")).hasBinaryContent(CONTENT);
    }

    @Test
    void anInterruptionBetweenMovingTheOldAsideAndPuttingTheNewIsMadeGood() throws IOException {
        filedBefore("an older permit");
        Files.move(inPlace("heron.pdf"), inPlace(".lectomen-1-e7.aside"));
        PlaceResult.Placed placed =
                (PlaceResult.Placed) place(true, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf")));
        clear();
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void somethingChangedThatAnInterruptionLeftAsideGoesBack(boolean links) throws IOException {
        filedBefore("an older permit");
        Files.delete(inPlace("heron.pdf"));
        Files.writeString(inPlace(".lectomen-1-e7.aside"), "with a note by hand");
        assertThat(place(links, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf"))))
                .isInstanceOf(PlaceResult.Taken.class);
        assertThat(inPlace("heron.pdf")).hasContent("with a note by hand");
    }

    @Test
    void aLinkThatLeadsOutIsNotFollowed() throws IOException {
        Path outside = Files.createDirectories(temp.resolve("outside"));
        Files.createSymbolicLink(root.resolve("Permits"), outside);
        assertThat(place(true, order(WhenTaken.NUMBER_IT, Optional.empty())))
                .isInstanceOfSatisfying(
                        PlaceResult.Never.class,
                        never -> assertThat(never.reason().code()).isEqualTo("destination.leads-out"));
        assertThat(outside).isEmptyDirectory();
    }

    @ParameterizedTest
    @ValueSource(strings = {"root/Other", "allowed"})
    void aLinkThatStaysWithinWhatIsAllowedIsFollowed(String to) throws IOException {
        Path inside = Files.createDirectories(temp.resolve(to));
        Files.createSymbolicLink(root.resolve("Permits"), inside);
        place(true, order(WhenTaken.NUMBER_IT, Optional.empty()));
        assertThat(inside.resolve("2027/heron.pdf")).hasBinaryContent(CONTENT);
    }

    @Test
    void anOlderVersionStaysWhereItIsIfItsFolderLeadsOut() throws IOException {
        Path outside = Files.createDirectories(temp.resolve("outside"));
        Files.createSymbolicLink(root.resolve("Older"), outside);
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "somebody's");
        assertThat(place(true, order(WhenTaken.NEW_VERSION, Optional.empty()))).isInstanceOf(PlaceResult.Never.class);
        assertThat(inPlace("heron.pdf")).hasContent("somebody's");
        assertThat(outside).isEmptyDirectory();
    }

    @Test
    void aFileBehindALinkThatLeadsOutIsNotWithdrawn() throws IOException {
        filedBefore("an older permit");
        Path outside = temp.resolve("outside");
        Files.move(root.resolve("Permits"), outside);
        Files.createSymbolicLink(root.resolve("Permits"), outside);
        assertThat(withdraw()).isInstanceOf(WithdrawResult.Changed.class);
        assertThat(outside.resolve("2027/heron.pdf")).hasContent("an older permit");
    }

    private WithdrawResult withdraw() {
        return destination(true).withdraw("1-e9", replaces.orElseThrow(), Optional.empty(), intents::add);
    }

    @Test
    void whatWeFiledIsWithdrawnUnlessItWasChangedOrIsGone() throws IOException {
        filedBefore("an older permit");
        assertThat(withdraw()).isInstanceOf(WithdrawResult.Gone.class);
        assertThat(filesBelow(root)).isEmpty();
        assertThat(withdraw()).isEqualTo(new WithdrawResult.Gone("was no longer there", Optional.empty()));
        Files.writeString(inPlace("heron.pdf"), "a stranger's");
        assertThat(withdraw()).isEqualTo(new WithdrawResult.Changed());
        assertThat(inPlace("heron.pdf")).hasContent("a stranger's");
        Files.move(inPlace("heron.pdf"), inPlace(".lectomen-1-e9.aside"));
        assertThat(withdraw()).as("changed just before it was moved").isEqualTo(new WithdrawResult.Changed());
        assertThat(inPlace("heron.pdf")).hasContent("a stranger's");
    }

    @ParameterizedTest
    @ValueSource(strings = {"HERON.PDF", "Heron.pdf", "heron.pdf"})
    void namesThatDifferOnlyInLetterCaseAreTheSame(String there) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace(there), "stranger");
        PlaceResult.Placed placed = (PlaceResult.Placed) place(true, order(WhenTaken.NUMBER_IT, Optional.empty()));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron (2).pdf");
    }

    @Test
    void namesThatDifferOnlyInTheUnicodeFormOfALetterAreTheSame() throws IOException {
        FolderNames names = new FolderNames();
        Files.writeString(root.resolve("Caf\u00e9.pdf"), "composed");
        assertThat(names.take(root, "Cafe\u0301.pdf")).isFalse();
        assertThat(names.take(root, "CAFE\u0301.PDF")).isFalse();
        assertThat(names.take(root, "Cafe.pdf")).isTrue();
        assertThat(names.take(root, "CAFE.pdf"))
                .as("taken a moment ago, but never used")
                .isTrue();
        Files.delete(root.resolve("Caf\u00e9.pdf"));
        assertThat(names.take(root, "Cafe\u0301.pdf")).as("gone since").isTrue();
    }

    @Test
    void aFiledDocumentHasTheRightsOfItsFolder() throws IOException {
        Files.setPosixFilePermissions(root, PosixFilePermissions.fromString("rwxrwx---"));
        place(true, order(WhenTaken.FAIL, Optional.empty()));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(inPlace("heron.pdf"))))
                .isEqualTo("rw-rw----");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(root.resolve("Permits/2027"))))
                .isEqualTo("rwxrwx---");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whatHasTheNameMovesAsideForANewVersion(boolean links) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "somebody's");
        Files.createDirectories(root.resolve("Older"));
        Files.writeString(root.resolve("Older/heron v1.pdf"), "one before");
        PlaceResult.Placed placed = (PlaceResult.Placed) place(links, order(WhenTaken.NEW_VERSION, Optional.empty()));
        assertThat(placed.older()).contains("Older/heron v2.pdf");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        assertThat(root.resolve("Older/heron v2.pdf")).hasContent("somebody's");
        assertThat(root.resolve("Older/heron v1.pdf")).hasContent("one before");
    }

    @Test
    void aVersionThatACrashLeftHalfwayStillGetsToItsPlace() throws IOException {
        Path hidden = Files.createDirectories(root.resolve("Permits/2027")).resolve(".lectomen-1-e7.older");
        Files.writeString(hidden, "somebody's");
        PlaceResult.Placed placed =
                (PlaceResult.Placed) place(true, order(WhenTaken.NEW_VERSION, Optional.of("Permits/2027/heron.pdf")));
        assertThat(placed.older()).contains("Older/heron v1.pdf");
        assertThat(root.resolve("Older/heron v1.pdf")).hasContent("somebody's");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        assertThat(hidden).doesNotExist();
    }

    @Test
    void aVersionThatWasLinkedBeforeACrashIsNotKeptTwice() throws IOException {
        Path hidden = Files.createDirectories(root.resolve("Permits/2027")).resolve(".lectomen-1-e7.older");
        Files.writeString(hidden, "somebody's");
        Files.createLink(Files.createDirectories(root.resolve("Older")).resolve("heron v1.pdf"), hidden);
        place(true, order(WhenTaken.NEW_VERSION, Optional.of("Permits/2027/heron.pdf")));
        assertThat(filesBelow(root.resolve("Older"))).containsExactly("heron v1.pdf");
    }

    @Test
    void aFolderOfThatNameIsNoVersion() throws IOException {
        Files.createDirectories(inPlace("heron.pdf"));
        assertThat(place(true, order(WhenTaken.NEW_VERSION, Optional.empty()))).isInstanceOf(PlaceResult.Taken.class);
        assertThat(inPlace("heron.pdf")).isDirectory();
    }
}
