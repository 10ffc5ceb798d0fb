package lectomen.engine.rule;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.rulefile.NameParts;
import lectomen.engine.rulefile.TimesOfDay;

/** Conditions that don't need the document opened. */
final class FileConditions {
    private FileConditions() {}

    static Condition type(Set<FileType> types, int line) {
        String says = "type is " + types.stream().map(FileType::word).sorted().collect(Collectors.joining(" or "));
        return new Condition.OfFile(
                says,
                facts -> new Condition.Told(
                        types.contains(facts.type()), facts.type().word()),
                line);
    }

    static Condition nameLike(String wildcards, int line) {
        return new Condition.OfName("name like " + wildcards, NameParts.ofWildcards(wildcards), FileFacts::name, line);
    }

    static Condition nameMatches(Pattern pattern, int line) {
        return new Condition.OfName("name matches " + pattern, NameParts.ofPattern(pattern), FileFacts::name, line);
    }

    /** On the path of folders between the hot folder and the file. */
    static Condition folderLike(String wildcards, int line) {
        return new Condition.OfName(
                "folder like " + wildcards,
                NameParts.ofWildcards(wildcards),
                facts -> facts.more().subfolder(),
                line);
    }

    static Condition size(long bytes, boolean atMost, String written, int line) {
        return new Condition.OfFile(
                (atMost ? "size at most " : "size at least ") + written,
                facts -> new Condition.Told(
                        atMost ? facts.bytes() <= bytes : facts.bytes() >= bytes, FileSizeText.shown(facts.bytes())),
                line);
    }

    /** How old the file's content was when it came in; a file whose age nobody knows is new. */
    static Condition age(Duration age, boolean atMost, String written, int line) {
        return new Condition.OfFile(
                (atMost ? "age at most " : "age at least ") + written,
                facts -> {
                    Duration had = facts.more()
                            .modified()
                            .map(modified -> Duration.between(modified, facts.arrived()))
                            .orElse(Duration.ZERO);
                    boolean held = atMost ? had.compareTo(age) <= 0 : had.compareTo(age) >= 0;
                    return new Condition.Told(held, shown(had));
                },
                line);
    }

    private static String shown(Duration age) {
        if (age.toHours() >= 48) {
            return age.toDays() + " days";
        }
        return age.toMinutes() >= 120 ? age.toHours() + " hours" : Math.max(0, age.toSeconds()) + " s";
    }

    /** From the first time on, up to before the second; over midnight when the second is the smaller. */
    static Condition arrivedBetween(LocalTime from, LocalTime to, ZoneId zone, int line) {
        return new Condition.OfFile(
                "arrived between " + from + " and " + to,
                facts -> {
                    LocalTime at = facts.arrived().atZone(zone).toLocalTime();
                    boolean held = from.isBefore(to)
                            ? !at.isBefore(from) && at.isBefore(to)
                            : !at.isBefore(from) || at.isBefore(to);
                    return new Condition.Told(held, at.withNano(0).toString());
                },
                line);
    }

    static Condition arrivedOn(Set<DayOfWeek> days, ZoneId zone, int line) {
        String says =
                "arrived on " + days.stream().sorted().map(TimesOfDay::word).collect(Collectors.joining(" or "));
        return new Condition.OfFile(
                says,
                facts -> {
                    ZonedDateTime at = facts.arrived().atZone(zone);
                    return new Condition.Told(days.contains(at.getDayOfWeek()), TimesOfDay.word(at.getDayOfWeek()));
                },
                line);
    }

    /** @param wanted with wildcards; any of them */
    static Condition sender(List<String> wanted, int line) {
        List<NameParts> patterns = wanted.stream().map(NameParts::ofWildcards).toList();
        return new Condition.OfFile(
                "sender is " + String.join(" or ", wanted),
                facts -> {
                    String sender = facts.more().sender();
                    boolean held = patterns.stream()
                            .anyMatch(pattern -> pattern.find(sender).isPresent());
                    return new Condition.Told(held, sender.isEmpty() ? "nobody knows who sent it" : sender);
                },
                line);
    }

    static Condition tagged(Set<String> wanted, int line) {
        return new Condition.OfFile(
                "tagged " + wanted.stream().sorted().collect(Collectors.joining(" or ")),
                facts -> {
                    Set<String> tags = facts.more().tags();
                    return new Condition.Told(
                            tags.stream().anyMatch(wanted::contains),
                            tags.isEmpty() ? "no tags" : tags.stream().sorted().collect(Collectors.joining(", ")));
                },
                line);
    }
}
