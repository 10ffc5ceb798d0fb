package lectomen.service.filing;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.naming.SafeName;
import lectomen.engine.plan.Filing;
import lectomen.engine.rule.WhenTaken;
import tools.jackson.databind.json.JsonMapper;

/**
 * What an effect asks of which folder.
 *
 * @param explanation the text that is put beside a file which is given back; empty for none
 */
record Work(FolderRepository repository, Order order, String explanation) {
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
        Optional<Work> findFor(Effect effect) {
            return switch (effect.kind()) {
                case FILE -> {
                    Filing filing = JSON.readValue(effect.request(), Filing.class);
                    Filing.Target target = filing.target(locale);
                    yield target instanceof Filing.Target.Place place
                            ? connections
                                    .findFolder(effect.connection())
                                    .map(folder -> new Work(
                                            repository(effect.connection(), folder),
                                            order(effect, place, filing.whenTaken(), otherNames(filing, place)),
                                            ""))
                            : Optional.empty();
                }
                case GIVE_BACK -> {
                    GiveBackRequest request = JSON.readValue(effect.request(), GiveBackRequest.class);
                    Filing.Target.Place place = GiveBack.place(request);
                    FolderRepository repository = repository(effect.connection(), GiveBack.root(request));
                    yield Optional.of(new Work(
                            repository,
                            order(
                                    effect,
                                    place,
                                    WhenTaken.NUMBER_IT,
                                    number -> SafeName.numbered(place.name(), number)),
                            request.explanation()));
                }
                case WITHDRAW -> Optional.empty();
            };
        }

        FolderRepository repository(String connection, Path folder) {
            return new FolderRepository(connection, folder, names);
        }

        private Order.OtherNames otherNames(Filing filing, Filing.Target.Place place) {
            return new Order.OtherNames() {
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

        private Order order(Effect effect, Filing.Target.Place place, WhenTaken whenTaken, Order.OtherNames others) {
            Optional<Order.Own> replaces = effect.supersedes()
                    .flatMap(effects::find)
                    .filter(Effect::stands)
                    .map(earlier -> new Order.Own(earlier.place().orElseThrow(), earlier.bytes()));
            return new Order(
                    effect.id(),
                    place.folder(),
                    place.name(),
                    whenTaken,
                    others,
                    effect.bytes(),
                    replaces,
                    effect.place());
        }
    }
}
