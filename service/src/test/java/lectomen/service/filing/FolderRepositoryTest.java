package lectomen.service.filing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.rule.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Filing with hard links and without, and what an interruption at each point leaves. */
class FolderRepositoryTest {
    private static final byte[] CONTENT = "A permit for the Grey Heron".getBytes(StandardCharsets.UTF_8);

    @TempDir
    private Path temp;

    private Path root;
    private ByteRef ref;
    private final List<String> intents = new ArrayList<>();

    @BeforeEach
    void make() throws IOException {
        root = Files.createDirectories(temp.resolve("root"));
        ref = new ByteRef(ByteStore.hash(Files.write(temp.resolve("original"), CONTENT)), CONTENT.length);
    }

    private Order order(WhenTaken whenTaken, Optional<String> intended) {
        return new Order("1-e7", List.of("Permits", "2027"), "heron.pdf", whenTaken, ref, intended);
    }

    private Placing place(boolean links, Order order) {
        return new FolderRepository("archive", root, links)
                .place(order, sha -> new ByteArrayInputStream(CONTENT), intents::add);
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
        Placing.Placed placed = (Placing.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron.pdf");
        assertThat(intents).containsExactly("Permits/2027/heron.pdf");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        Files.delete(placed.leftover());
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aTakenNameIsNumberedAndTheStrangerStays(boolean links) throws IOException {
        Files.createDirectories(inPlace("").getParent());
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "stranger");
        Files.createSymbolicLink(inPlace("heron (2).pdf"), temp.resolve("nowhere"));
        Placing.Placed placed = (Placing.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
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
                .isEqualTo(new Placing.Taken("heron.pdf", "Permits/2027"));
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anInterruptionBeforeTheFileIsInPlaceIsMadeGood(boolean links) throws IOException {
        assertThatThrownBy(() -> new FolderRepository("archive", root, links)
                        .place(
                                order(WhenTaken.FAIL, Optional.empty()),
                                sha -> new ByteArrayInputStream(CONTENT),
                                place -> {
                                    throw new IllegalStateException("power cut");
                                }))
                .hasMessage("power cut");
        assertThat(filesBelow(root)).containsExactly("Permits/2027/.lectomen-1-e7.part");
        Placing.Placed placed =
                (Placing.Placed) place(links, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf")));
        assertThat(placed.answer()).contains("read back");
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anInterruptionBeforeTheReceiptFindsTheFileInPlaceAndFilesNoSecond(boolean links) throws IOException {
        place(links, order(WhenTaken.NUMBER_IT, Optional.empty()));
        Placing.Placed again =
                (Placing.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.of("Permits/2027/heron.pdf")));
        assertThat(again.answer()).contains("found in place");
        Files.delete(again.leftover());
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @Test
    void anInterruptionWhileAFileWithoutLinkIsFilledIsMadeGood() throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.write(inPlace("heron.pdf"), new byte[] {'A', ' '});
        Files.write(inPlace(".lectomen-1-e7.placing"), CONTENT);
        Placing.Placed placed =
                (Placing.Placed) place(false, order(WhenTaken.FAIL, Optional.of("Permits/2027/heron.pdf")));
        Files.delete(placed.leftover());
        assertThat(inPlace("heron.pdf")).hasBinaryContent(CONTENT);
        assertThat(filesBelow(root)).containsExactly("Permits/2027/heron.pdf");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aStrangerWhoTookTheIntendedNameInBetweenKeepsIt(boolean links) throws IOException {
        Files.createDirectories(root.resolve("Permits/2027"));
        Files.writeString(inPlace("heron.pdf"), "");
        Files.write(inPlace(".lectomen-1-e7.part"), CONTENT);
        Placing.Placed placed =
                (Placing.Placed) place(links, order(WhenTaken.NUMBER_IT, Optional.of("Permits/2027/heron.pdf")));
        assertThat(placed.place()).isEqualTo("Permits/2027/heron (2).pdf");
        assertThat(inPlace("heron.pdf")).isEmptyFile();
    }

    @Test
    void aRootThatIsAwayIsWaitedForAndNotMade() throws IOException {
        Files.delete(root);
        Placing.NotNow away = (Placing.NotNow) place(true, order(WhenTaken.FAIL, Optional.empty()));
        assertThat(away.reason().code()).isEqualTo("destination.away");
        assertThat(root).doesNotExist();
    }

    @Test
    void bytesThatReadBackDifferentAreNotPutInPlace() throws IOException {
        Placing placing = new FolderRepository("archive", root)
                .place(
                        order(WhenTaken.FAIL, Optional.empty()),
                        sha -> new ByteArrayInputStream(new byte[3]),
                        intents::add);
        assertThat(((Placing.NotNow) placing).reason().code()).isEqualTo("destination.mismatch");
        assertThat(intents).isEmpty();
        assertThat(filesBelow(root)).isEmpty();
    }

    @Test
    void aFileWhereAFolderIsNeededIsSaid() throws IOException {
        Files.writeString(root.resolve("Permits"), "a file");
        Placing.Never never = (Placing.Never) place(true, order(WhenTaken.FAIL, Optional.empty()));
        assertThat(never.reason().words()).contains("Permits/2027").contains("Move that file away");
    }
}
