package lectomen.engine.rule;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.rulefile.NameParts;

/**
 * Which files of a source a rule accepts, by what is known without opening them.
 *
 * @param types empty for all
 * @param like the name must fit one of these; empty for all names
 * @param notLike the name must fit none of these
 * @param atMost {@link Long#MAX_VALUE} for any size
 */
public record AcceptFilter(Set<FileType> types, List<String> like, List<String> notLike, long atLeast, long atMost) {
    /** Every file. */
    public static final AcceptFilter ALL = new AcceptFilter(Set.of(), List.of(), List.of(), 0, Long.MAX_VALUE);

    public AcceptFilter {
        types = Set.copyOf(types);
        like = List.copyOf(like);
        notLike = List.copyOf(notLike);
    }

    /** Why such a file is not accepted, as a clause; empty where it is. */
    Optional<String> findRefusal(FileFacts facts) {
        return findRefusalByName(facts.name())
                .or(() -> findRefusalBySize(facts.bytes()))
                .or(() -> types.isEmpty() || types.contains(facts.type())
                        ? Optional.empty()
                        : Optional.of("does not accept " + facts.type().word()));
    }

    private Optional<String> findRefusalByName(String name) {
        if (!like.isEmpty() && like.stream().noneMatch(wildcards -> fits(wildcards, name))) {
            return Optional.of("takes names like " + String.join(" or ", like) + ", not " + name);
        }
        return notLike.stream()
                .filter(wildcards -> fits(wildcards, name))
                .findFirst()
                .map(wildcards -> "takes no names like " + wildcards);
    }

    private static boolean fits(String wildcards, String name) {
        return NameParts.ofWildcards(wildcards).find(name).isPresent();
    }

    private Optional<String> findRefusalBySize(long bytes) {
        if (bytes < atLeast) {
            return Optional.of("takes files from " + FileSizeText.shown(atLeast) + " on, and this has "
                    + FileSizeText.shown(bytes));
        }
        return bytes > atMost
                ? Optional.of("takes files up to " + FileSizeText.shown(atMost) + ", and this has "
                        + FileSizeText.shown(bytes))
                : Optional.empty();
    }

    /** For people: {@code pdf, text files, with names like QUAY*, up to 5.0 MB}. */
    String words() {
        String what = types.isEmpty()
                ? "every file"
                : types.stream().map(FileType::word).sorted().collect(Collectors.joining(", ")) + " files";
        return Stream.of(
                        what,
                        like.isEmpty() ? "" : "with names like " + String.join(" or ", like),
                        notLike.isEmpty() ? "" : "without names like " + String.join(" or ", notLike),
                        atLeast == 0 ? "" : "from " + FileSizeText.shown(atLeast) + " on",
                        atMost == Long.MAX_VALUE ? "" : "up to " + FileSizeText.shown(atMost))
                .filter(words -> !words.isEmpty())
                .collect(Collectors.joining(", "));
    }
}
