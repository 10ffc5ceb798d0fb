package lectomen.service.filing;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntFunction;
import lectomen.engine.naming.SafeName;
import lectomen.engine.plan.Filing;
import lectomen.engine.rule.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import tools.jackson.databind.json.JsonMapper;

/**
 * The work of a filing effect: the folder and the file.
 *
 * @param content what is put there; empty for the kept bytes that the order names
 * @param explanation the text that is put beside a file which is given back; empty for none
 */
record FilingWork(FolderRepository repository, FilingOrder order, Optional<String> content, String explanation) {
    /** Hands the bytes over. @param kept where the kept bytes are */
    FolderRepository.Bytes bytes(ByteStore kept) {
        return content.<FolderRepository.Bytes>map(
                        text -> sha256 -> new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)))
                .orElse(kept::open);
    }

    /** Makes it out for effects. */
    static final class Maker {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        private final Connections connections;
        private final Effects effects;
        private final Locale locale;
        private final FolderNames names = new FolderNames();

        Maker(Connections connections, Effects effects, Locale locale) {
            this.connections = connections;
            this.effects = effects;
            this.locale = locale;
        }

        /** Empty where its connection is no longer set up, or nothing is to be placed. */
        Optional<FilingWork> findFor(Effect effect) {
            return switch (effect.kind()) {
                case FILE -> {
                    Filing filing = JSON.readValue(effect.request(), Filing.class);
                    Filing.Target target = filing.target(locale);
                    yield target instanceof Filing.Target.Place place
                            ? connections
                                    .findFolder(effect.connection())
                                    .map(folder -> new FilingWork(
                                            repository(effect.connection(), folder),
                                            order(
                                                    effect,
                                                    place,
                                                    filing.whenTaken(),
                                                    otherNames(filing, place),
                                                    filing.findDocumentKey().isPresent(),
                                                    effect.bytes()),
                                            Optional.empty(),
                                            ""))
                            : Optional.empty();
                }
                case GIVE_BACK -> {
                    GiveBackRequest request = JSON.readValue(effect.request(), GiveBackRequest.class);
                    SubmitterFolder folder = new SubmitterFolder(request.hotFolder(), request.failedFolder());
                    yield Optional.of(new FilingWork(
                            repository(effect.connection(), folder.root()),
                            orderForPeople(effect, folder.place(request.subfolders(), request.name()), effect.bytes()),
                            Optional.empty(),
                            request.explanation()));
                }
                case ANSWER -> {
                    AnswerRequest request = JSON.readValue(effect.request(), AnswerRequest.class);
                    SubmitterFolder folder = new SubmitterFolder(request.hotFolder(), request.folder());
                    ByteRef bytes = ByteStore.refOf(request.content().getBytes(StandardCharsets.UTF_8));
                    yield Optional.of(new FilingWork(
                            repository(effect.connection(), folder.root()),
                            orderForPeople(effect, folder.place(List.of(), request.name()), bytes),
                            Optional.of(request.content()),
                            ""));
                }
                case WITHDRAW -> Optional.empty();
            };
        }

        /** Where what an effect filed goes once it is older, as the so manieth; empty where its rule does not say. */
        Optional<IntFunction<Filing.Target.Place>> findOlder(String effectId) {
            Optional<Effect> old = effects.find(effectId).filter(effect -> effect.kind() == Effect.Kind.FILE);
            return old.map(effect -> {
                Filing filing = JSON.readValue(effect.request(), Filing.class);
                List<String> path = List.of(effect.place().orElseThrow().split("/"));
                Filing.Target.Place place =
                        new Filing.Target.Place(path.subList(0, path.size() - 1), path.get(path.size() - 1));
                return number -> filing.older(place, number, locale)
                        .orElseThrow(() -> new IllegalStateException("No place for older versions of " + effectId));
            });
        }

        FolderRepository repository(String connection, Path folder) {
            return new FolderRepository(connection, folder, connections, names);
        }

        private FilingOrder.OtherNames otherNames(Filing filing, Filing.Target.Place place) {
            return new FilingOrder.OtherNames() {
                @Override
                public String numbered(int number) {
                    return filing.numbered(place, number, locale);
                }

                @Override
                public Optional<Filing.Target.Place> older(int number) {
                    return filing.older(place, number, locale);
                }
            };
        }

        private FilingOrder orderForPeople(Effect effect, Filing.Target.Place place, ByteRef bytes) {
            FilingOrder.OtherNames others = number -> SafeName.numbered(place.name(), number);
            return order(effect, place, WhenTaken.NUMBER_IT, others, false, bytes);
        }

        private FilingOrder order(
                Effect effect,
                Filing.Target.Place place,
                WhenTaken whenTaken,
                FilingOrder.OtherNames others,
                boolean replacesDocuments,
                ByteRef bytes) {
            Optional<Effect> replaced =
                    effect.supersedes().flatMap(effects::find).filter(Effect::stands);
            Optional<FilingOrder.Own> replaces =
                    replaced.map(earlier -> new FilingOrder.Own(earlier.place().orElseThrow(), earlier.bytes()));
            return new FilingOrder(
                    effect.id(),
                    place.folder(),
                    place.name(),
                    whenTaken,
                    others,
                    bytes,
                    replaces,
                    replacesDocuments
                            && replaced.filter(earlier -> !earlier.jobId().equals(effect.jobId()))
                                    .isPresent(),
                    effect.place());
        }
    }
}
