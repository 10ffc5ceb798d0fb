package lectomen.service.destination;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;

/** A destination that is no folder keeps the contract too: nothing in it is about files. */
class MemoryDestinationTest extends DestinationContract {
    private final TreeMap<String, byte[]> places = new TreeMap<>();
    private final Map<String, String> placedBy = new HashMap<>();
    private boolean away;
    private boolean full;
    private boolean refuses;

    private final class Memory implements Destination {
        @Override
        public boolean canBeAsked() {
            return true;
        }

        @Override
        public Optional<PlaceResult> findPlaced(FilingOrder order, Bytes bytes) {
            if (refuses) {
                return Optional.of(new PlaceResult.Never(Reason.of("destination.not-a-folder")));
            }
            return away
                    ? Optional.of(notNow())
                    : order.intended()
                            .filter(place -> order.effectId().equals(placedBy.get(place)))
                            .map(place ->
                                    new PlaceResult.Placed(place, "found after an interruption", Optional.empty()));
        }

        @Override
        public PlaceResult place(FilingOrder order, Bytes bytes, Consumer<String> intend) {
            synchronized (places) {
                if (refuses) {
                    return new PlaceResult.Never(Reason.of("destination.not-a-folder"));
                }
                if (full) {
                    return new PlaceResult.NotNow(Reason.of("destination.full", "connection", "memory"));
                }
                byte[] content;
                try (InputStream in = bytes.open(order.bytes().sha256())) {
                    content = in.readAllBytes();
                } catch (IOException e) {
                    return notNow();
                }
                return away ? notNow() : placeNew(order, content, intend);
            }
        }

        private PlaceResult placeNew(FilingOrder order, byte[] content, Consumer<String> intend) {
            String wanted = order.placeOf(order.name());
            String place = wanted;
            Optional<String> older = Optional.empty();
            boolean replacesOwn = order.replaces()
                    .filter(own -> own.place().equals(wanted) && isOwn(own))
                    .isPresent();
            if (order.whenTaken() == WhenTaken.NUMBER_IT && !replacesOwn) {
                for (int number = 2; places.containsKey(place); number++) {
                    place = order.placeOf(order.others().numbered(number));
                }
            } else if (places.containsKey(place) && order.whenTaken() == WhenTaken.NEW_VERSION) {
                intend.accept(place);
                older = Optional.of(
                        moveAway(place, number -> order.others().older(number).orElseThrow()));
            } else if (places.containsKey(place) && !replacesOwn) {
                return new PlaceResult.Taken(order.name(), String.join("/", order.folder()));
            }
            intend.accept(place);
            places.put(place, content);
            placedBy.put(place, order.effectId());
            return new PlaceResult.Placed(place, "kept", older);
        }

        private String moveAway(String place, IntFunction<Filing.Target.Place> to) {
            String target = to.apply(1).shown();
            places.put(target, places.remove(place));
            return target;
        }

        @Override
        public WithdrawResult withdraw(
                String effectId,
                FilingOrder.Own own,
                Optional<IntFunction<Filing.Target.Place>> older,
                Consumer<String> intend) {
            if (away) {
                return new WithdrawResult.NotNow(Reason.of("destination.away", "connection", "memory"));
            }
            intend.accept(own.place());
            if (!places.containsKey(own.place())) {
                return new WithdrawResult.Gone("was no longer there", Optional.empty());
            }
            if (!isOwn(own)) {
                return new WithdrawResult.Changed();
            }
            Optional<String> target = older.map(to -> moveAway(own.place(), to));
            places.remove(own.place());
            return new WithdrawResult.Gone("taken back", target);
        }

        private boolean isOwn(FilingOrder.Own own) {
            byte[] there = places.get(own.place());
            return there != null && hash(there).equals(own.content());
        }

        private PlaceResult notNow() {
            return new PlaceResult.NotNow(Reason.of("destination.away", "connection", "memory"));
        }

        @Override
        public VerifyResult verify(FilingOrder.Own own) {
            if (away) {
                return new VerifyResult.Unknown(Reason.of("destination.away", "connection", "memory"));
            }
            if (!places.containsKey(own.place())) {
                return new VerifyResult.Gone();
            }
            return isOwn(own) ? new VerifyResult.AsFiled() : new VerifyResult.Changed();
        }

        @Override
        public ListResult list(List<String> folder, int most) {
            if (away) {
                return new ListResult.Unknown(Reason.of("destination.away", "connection", "memory"));
            }
            String root = folder.isEmpty() ? "" : String.join("/", folder) + "/";
            TreeMap<String, ListResult.Entry> entries = new TreeMap<>();
            places.forEach((place, content) -> {
                if (place.startsWith(root)) {
                    String name = place.substring(root.length()).replaceFirst("/.*", "");
                    boolean isFolder = place.length() > root.length() + name.length();
                    entries.put(
                            name,
                            new ListResult.Entry(name, isFolder, isFolder ? 0 : content.length, Optional.empty()));
                }
            });
            return entries.isEmpty()
                    ? new ListResult.NotThere()
                    : new ListResult.Listed(
                            entries.values().stream().limit(most).toList(), entries.size() > most);
        }

        @Override
        public void clear(FilingOrder order) {}

        @Override
        public String shown(String place) {
            return "memory:" + place;
        }
    }

    private static ByteRef hash(byte[] content) {
        return ByteStore.refOf(content);
    }

    @Override
    protected Destination destination() {
        return new Memory();
    }

    @Override
    protected TreeMap<String, byte[]> content() {
        synchronized (places) {
            return new TreeMap<>(places);
        }
    }

    @Override
    protected void putByOthers(String place, byte[] content) {
        places.put(place, Arrays.copyOf(content, content.length));
        placedBy.put(place, new String(content, StandardCharsets.UTF_8));
    }

    @Override
    protected void goAway() {
        away = true;
    }

    @Override
    protected void becomeFull() {
        full = true;
    }

    @Override
    protected void haveRoom() {
        full = false;
    }

    @Override
    protected void refusePermits() {
        refuses = true;
    }
}
