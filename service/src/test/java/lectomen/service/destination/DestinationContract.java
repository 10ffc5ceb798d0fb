package lectomen.service.destination;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.IntFunction;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What every kind of destination has to keep: its tests extend this class and say how others act on the place. */
public abstract class DestinationContract {
    private static final byte[] CONTENT = "A permit for the Grey Heron".getBytes(StandardCharsets.UTF_8);
    private static final String PLACE = "Permits/2027/heron.pdf";
    private static final int AT_ONCE = 20;

    @TempDir
    protected Path temp;

    private final List<String> intents = new ArrayList<>();
    private Optional<FilingOrder.Own> replaces = Optional.empty();

    /** The destination as a service finds it that has just started. */
    protected abstract Destination destination() throws IOException;

    /** What is there now, by its place below the root, but for what only proves an attempt. */
    protected abstract TreeMap<String, byte[]> content() throws IOException;

    /** Somebody else puts something there, or in the place of what is there. */
    protected abstract void putByOthers(String place, byte[] content) throws IOException;

    /** The destination can't be reached from now on. */
    protected abstract void goAway() throws IOException;

    /** The destination has no room from now on. */
    protected abstract void becomeFull() throws Exception;

    /** The destination has room again. */
    protected abstract void haveRoom() throws Exception;

    /** The destination takes nothing into its folder "Permits" until somebody changes something there. */
    protected abstract void refusePermits() throws IOException;

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

    private ByteRef refOf(byte[] content) throws IOException {
        return new ByteRef(ByteStore.hash(Files.write(temp.resolve("content"), content)), content.length);
    }

    private FilingOrder order(String effect, WhenTaken whenTaken, Optional<String> intended) throws IOException {
        return new FilingOrder(
                effect,
                List.of("Permits", "2027"),
                "heron.pdf",
                whenTaken,
                OTHERS,
                refOf(CONTENT),
                replaces,
                false,
                intended);
    }

    private PlaceResult place(WhenTaken whenTaken, Optional<String> intended) throws IOException {
        Destination destination = destination();
        FilingOrder order = order("1-e7", whenTaken, intended);
        Optional<PlaceResult> found = intended.flatMap(place -> destination.findPlaced(order, sha256 -> open()));
        return found.orElseGet(() -> destination.place(order, sha256 -> open(), intents::add));
    }

    private static InputStream open() {
        return new ByteArrayInputStream(CONTENT);
    }

    private PlaceResult.Placed placed(WhenTaken whenTaken, Optional<String> intended) throws IOException {
        PlaceResult result = place(whenTaken, intended);
        assertThat(result).isInstanceOf(PlaceResult.Placed.class);
        return (PlaceResult.Placed) result;
    }

    @ParameterizedTest
    @EnumSource
    void aDocumentIsPlacedAndItsPlaceWasSaidBefore(WhenTaken whenTaken) throws IOException {
        assertThat(placed(whenTaken, Optional.empty()).place()).isEqualTo(PLACE);
        assertThat(intents).containsExactly(PLACE);
        assertThat(content()).containsOnlyKeys(PLACE);
        assertThat(content().get(PLACE)).isEqualTo(CONTENT);
        destination().clear(order("1-e7", whenTaken, Optional.empty()));
        assertThat(content()).containsOnlyKeys(PLACE);
    }

    @ParameterizedTest
    @EnumSource
    void whatOthersPutThereIsNeverReplaced(WhenTaken whenTaken) throws IOException {
        byte[] foreign = {'f', 'o', 'r'};
        putByOthers(PLACE, foreign);
        PlaceResult result = place(whenTaken, Optional.empty());
        switch (whenTaken) {
            case NUMBER_IT ->
                assertThat(content().get("Permits/2027/heron (2).pdf")).isEqualTo(CONTENT);
            case NEW_VERSION -> {
                assertThat(((PlaceResult.Placed) result).older()).contains("Older/heron v1.pdf");
                assertThat(content().get("Older/heron v1.pdf")).isEqualTo(foreign);
                assertThat(content().get(PLACE)).isEqualTo(CONTENT);
                return;
            }
            case FAIL, LEAVE, REPLACE_OWN ->
                assertThat(result).isEqualTo(new PlaceResult.Taken("heron.pdf", "Permits/2027"));
        }
        assertThat(content().get(PLACE)).isEqualTo(foreign);
    }

    @Test
    void whatWeFiledEarlierIsReplacedUnlessOthersChangedIt() throws IOException {
        byte[] earlier = {'e', 'a', 'r'};
        putByOthers(PLACE, earlier);
        replaces = Optional.of(new FilingOrder.Own(PLACE, refOf(earlier)));
        assertThat(placed(WhenTaken.FAIL, Optional.empty()).place()).isEqualTo(PLACE);
        assertThat(content().get(PLACE)).isEqualTo(CONTENT);
        destination().clear(order("1-e7", WhenTaken.FAIL, Optional.empty()));

        byte[] changed = {'c', 'h', 'a'};
        putByOthers(PLACE, changed);
        assertThat(place(WhenTaken.FAIL, Optional.empty())).isInstanceOf(PlaceResult.Taken.class);
        assertThat(content().get(PLACE)).isEqualTo(changed);
    }

    @ParameterizedTest
    @EnumSource
    void anInterruptionBeforeAnythingIsDoneLeavesOneDocumentInTheEnd(WhenTaken whenTaken) throws IOException {
        assertThatThrownBy(() -> destination()
                        .place(
                                order("1-e7", whenTaken, Optional.empty()),
                                sha256 -> new ByteArrayInputStream(CONTENT),
                                place -> {
                                    throw new IllegalStateException("power cut");
                                }))
                .hasMessage("power cut");
        assertThat(content()).isEmpty();
        assertThat(placed(whenTaken, Optional.of(PLACE)).place()).isEqualTo(PLACE);
        assertThat(content()).containsOnlyKeys(PLACE);
    }

    @ParameterizedTest
    @EnumSource
    void anInterruptionBeforeTheReceiptFindsTheDocumentAndFilesNoSecond(WhenTaken whenTaken) throws IOException {
        placed(whenTaken, Optional.empty());
        PlaceResult.Placed again = placed(whenTaken, Optional.of(PLACE));
        assertThat(again.place()).isEqualTo(PLACE);
        assertThat(again.answer()).contains("after an interruption");
        assertThat(content()).containsOnlyKeys(PLACE);
    }

    @Test
    void bytesThatCanNotBeReadLeaveNothing() throws IOException {
        PlaceResult result = destination()
                .place(
                        order("1-e7", WhenTaken.FAIL, Optional.empty()),
                        sha256 -> {
                            throw new IOException("unreadable");
                        },
                        intents::add);
        assertThat(result).isInstanceOf(PlaceResult.NotNow.class);
        assertThat(intents).isEmpty();
        assertThat(content()).isEmpty();
    }

    @Test
    void bytesThatComeSlowlyAndInPiecesAreFiledWhole() throws IOException {
        PlaceResult result =
                destination().place(order("1-e7", WhenTaken.FAIL, Optional.empty()), sha256 -> slow(), intents::add);
        assertThat(result).isInstanceOf(PlaceResult.Placed.class);
        assertThat(content().get(((PlaceResult.Placed) result).place())).isEqualTo(CONTENT);
    }

    private static InputStream slow() {
        return new FilterInputStream(new ByteArrayInputStream(CONTENT)) {
            @Override
            public int read(byte[] buffer, int offset, int length) throws IOException {
                Thread.yield();
                return super.read(buffer, offset, Math.min(1, length));
            }
        };
    }

    @Test
    void documentsOfOneNameAtOnceGetANameEach() throws Exception {
        Destination destination = destination();
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<Future<PlaceResult>> results = new ArrayList<>();
            for (int number = 1; number <= AT_ONCE; number++) {
                FilingOrder order = order("1-e" + number, WhenTaken.NUMBER_IT, Optional.empty());
                results.add(threads.submit(
                        () -> destination.place(order, sha256 -> new ByteArrayInputStream(CONTENT), place -> {})));
            }
            Set<String> places = new HashSet<>();
            for (Future<PlaceResult> result : results) {
                places.add(((PlaceResult.Placed) result.get()).place());
            }
            assertThat(places).hasSize(AT_ONCE);
            assertThat(content().keySet()).isEqualTo(places);
        } finally {
            threads.shutdownNow();
        }
    }

    private WithdrawResult withdraw(byte[] own, boolean keeps) throws IOException {
        Optional<IntFunction<Filing.Target.Place>> older =
                keeps ? Optional.of(number -> OTHERS.older(number).orElseThrow()) : Optional.empty();
        return destination().withdraw("1-e9", new FilingOrder.Own(PLACE, refOf(own)), older, intents::add);
    }

    @Test
    void whatWeFiledIsWithdrawnUnlessItWasChangedOrIsGone() throws IOException {
        placed(WhenTaken.FAIL, Optional.empty());
        destination().clear(order("1-e7", WhenTaken.FAIL, Optional.empty()));
        assertThat(withdraw(CONTENT, false)).isInstanceOf(WithdrawResult.Gone.class);
        assertThat(content()).isEmpty();
        assertThat(withdraw(CONTENT, false)).isInstanceOf(WithdrawResult.Gone.class);
        byte[] foreign = {'f', 'o', 'r'};
        putByOthers(PLACE, foreign);
        assertThat(withdraw(CONTENT, false)).isInstanceOf(WithdrawResult.Changed.class);
        assertThat(content().get(PLACE)).isEqualTo(foreign);
    }

    @Test
    void whatIsWithdrawnIsKeptAsAnOlderVersionWhereThatIsWanted() throws IOException {
        placed(WhenTaken.FAIL, Optional.empty());
        destination().clear(order("1-e7", WhenTaken.FAIL, Optional.empty()));
        assertThat(((WithdrawResult.Gone) withdraw(CONTENT, true)).older()).contains("Older/heron v1.pdf");
        assertThat(content()).containsOnlyKeys("Older/heron v1.pdf");
    }

    @ParameterizedTest
    @EnumSource
    void aDestinationThatIsFullIsWaitedForAndTakesTheDocumentWhenItHasRoom(WhenTaken whenTaken) throws Exception {
        becomeFull();
        try {
            PlaceResult result = place(whenTaken, Optional.empty());
            assertThat(result).isInstanceOf(PlaceResult.NotNow.class);
            assertThat(((PlaceResult.NotNow) result).reason().code()).isEqualTo("destination.full");
            assertThat(content()).doesNotContainKey(PLACE);
        } finally {
            haveRoom();
        }
        Optional<String> intended = intents.isEmpty() ? Optional.empty() : Optional.of(intents.get(0));
        assertThat(placed(whenTaken, intended).place()).isEqualTo(PLACE);
        assertThat(content().get(PLACE)).isEqualTo(CONTENT);
    }

    @Test
    void whatADestinationRefusesIsNotTriedAgain() throws IOException {
        refusePermits();
        assertThat(place(WhenTaken.FAIL, Optional.empty())).isInstanceOf(PlaceResult.Never.class);
        assertThat(place(WhenTaken.NUMBER_IT, Optional.of(PLACE))).isInstanceOf(PlaceResult.Never.class);
        assertThat(intents).isEmpty();
        assertThat(content()).doesNotContainKey(PLACE);
    }

    @Test
    void itListsWhatItHasWithoutWhatOnlyProvesAnAttempt() throws IOException {
        Destination destination = destination();
        assertThat(destination.list(List.of("Permits"), 10)).isEqualTo(new ListResult.NotThere());
        placed(WhenTaken.FAIL, Optional.empty());
        putByOthers("Permits/2027/notes.txt", new byte[] {'n'});
        putByOthers("Permits/2027/a/b.txt", new byte[] {'b'});
        assertThat(entries(destination.list(List.of(), 10))).containsExactly("Permits/");
        assertThat(entries(destination.list(List.of("Permits", "2027"), 10)))
                .containsExactly("a/", "heron.pdf " + CONTENT.length, "notes.txt 1");
        ListResult.Listed some = (ListResult.Listed) destination.list(List.of("Permits", "2027"), 2);
        assertThat(entries(some)).containsExactly("a/", "heron.pdf " + CONTENT.length);
        assertThat(some.more()).isTrue();
        goAway();
        assertThat(destination().list(List.of(), 10)).isInstanceOf(ListResult.Unknown.class);
    }

    private static List<String> entries(ListResult result) {
        return ((ListResult.Listed) result)
                .entries().stream()
                        .map(entry -> entry.folder() ? entry.name() + "/" : entry.name() + " " + entry.size())
                        .toList();
    }

    @Test
    void itTellsWhetherWhatWasFiledStillStands() throws IOException {
        placed(WhenTaken.FAIL, Optional.empty());
        FilingOrder.Own own = new FilingOrder.Own(PLACE, refOf(CONTENT));
        assertThat(destination().verify(own)).isEqualTo(new VerifyResult.AsFiled());
        putByOthers(PLACE, new byte[CONTENT.length]);
        assertThat(destination().verify(own)).isEqualTo(new VerifyResult.Changed());
        assertThat(destination().verify(new FilingOrder.Own("Permits/2027/other.pdf", refOf(CONTENT))))
                .isEqualTo(new VerifyResult.Gone());
        goAway();
        assertThat(destination().verify(own)).isInstanceOf(VerifyResult.Unknown.class);
    }

    @Test
    void aDestinationThatIsAwayIsWaitedFor() throws IOException {
        goAway();
        assertThat(place(WhenTaken.FAIL, Optional.empty())).isInstanceOf(PlaceResult.NotNow.class);
        assertThat(place(WhenTaken.FAIL, Optional.of(PLACE))).isInstanceOf(PlaceResult.NotNow.class);
        assertThat(withdraw(CONTENT, false)).isInstanceOf(WithdrawResult.NotNow.class);
        assertThat(intents).isEmpty();
    }
}
