package lectomen.engine.notice;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import lectomen.engine.rulefile.TimesOfDay;

/** When a notice is mailed to a person. */
public sealed interface NoticeTiming {
    /** Said to people who choose something else. */
    String EXPECTED = "at once, every 15 minutes, hourly, daily at a time such as \"daily at 07:30\", or never";

    /** As soon as no repeat comes any more. */
    record AtOnce() implements NoticeTiming {
        /** So long is waited for repeats, from the last one on. */
        private static final Duration QUIET = Duration.ofSeconds(60);

        private static final Duration LONGEST = Duration.ofMinutes(15);

        @Override
        public Instant due(Instant first, Instant last, ZoneId zone) {
            Instant quiet = last.plus(QUIET);
            Instant latest = first.plus(LONGEST);
            return quiet.isBefore(latest) ? quiet : latest;
        }

        @Override
        public String word() {
            return "at once";
        }
    }

    /** Together with all else, each time that the clock shows a multiple. @param minutes a part of an hour */
    record Every(int minutes) implements NoticeTiming {
        private static final int HOUR = 60;

        @Override
        public Instant due(Instant first, Instant last, ZoneId zone) {
            ZonedDateTime then = first.atZone(zone);
            int past = then.getMinute() % minutes;
            return then.truncatedTo(ChronoUnit.MINUTES)
                    .plusMinutes((long) minutes - past)
                    .toInstant();
        }

        @Override
        public String word() {
            return minutes == HOUR ? "hourly" : "every " + minutes + " minutes";
        }
    }

    /** Together with all else of a day. */
    record Daily(LocalTime time) implements NoticeTiming {
        @Override
        public Instant due(Instant first, Instant last, ZoneId zone) {
            return next(time, first, zone);
        }

        @Override
        public String word() {
            return "daily at " + time;
        }
    }

    /** Not at all: it is in the inbox alone, and repeats are counted there for a day. */
    record Never() implements NoticeTiming {
        @Override
        public Instant due(Instant first, Instant last, ZoneId zone) {
            return first.plus(Duration.ofDays(1));
        }

        @Override
        public String word() {
            return "never";
        }
    }

    /**
     * When the mail is due.
     *
     * @param first when it happened first
     * @param last when it happened again last
     */
    Instant due(Instant first, Instant last, ZoneId zone);

    /** As people write it. */
    String word();

    /** What holds for people who say nothing. */
    static NoticeTiming usual() {
        return new AtOnce();
    }

    static Optional<NoticeTiming> findByWord(String word) {
        return switch (word) {
            case "at once" -> Optional.of(usual());
            case "every 15 minutes" -> Optional.of(new Every(15));
            case "hourly" -> Optional.of(new Every(Every.HOUR));
            case "never" -> Optional.of(new Never());
            default ->
                word.startsWith("daily at ")
                        ? TimesOfDay.find(word.substring("daily at ".length())).map(Daily::new)
                        : Optional.empty();
        };
    }

    /** The next moment behind another at which clocks show a time. */
    static Instant next(LocalTime time, Instant after, ZoneId zone) {
        ZonedDateTime then = after.atZone(zone);
        Instant today = then.toLocalDate().atTime(time).atZone(zone).toInstant();
        return today.isAfter(after)
                ? today
                : then.toLocalDate().plusDays(1).atTime(time).atZone(zone).toInstant();
    }
}
