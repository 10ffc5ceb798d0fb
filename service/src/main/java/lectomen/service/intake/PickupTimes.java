package lectomen.service.intake;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SourceSettings;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.schedule.RunTimes;
import lectomen.engine.schedule.WorkCalendar;

/**
 * When files are taken from a folder: always, during its hours, or in runs at set times or on request. Changed by the
 * looking thread alone; what it tells may be read at any time.
 */
final class PickupTimes {
    private final long source;
    private final SourceRuns runs;
    private final ZoneId zone;
    private final WorkCalendar calendar;
    private final InstantSource clock;
    private volatile Optional<Reason> closed = Optional.empty();
    private volatile Optional<Instant> nextRunAt = Optional.empty();
    private volatile Optional<SourceRuns.Run> run = Optional.empty();

    PickupTimes(long source, SourceRuns runs, ZoneId zone, WorkCalendar calendar, InstantSource clock) {
        this.source = source;
        this.runs = runs;
        this.zone = zone;
        this.calendar = calendar;
        this.clock = clock;
    }

    /** Why nothing is taken at this time of day. */
    Optional<Reason> closed() {
        return closed;
    }

    /** When what is collected is taken next. */
    Optional<Instant> nextRunAt() {
        return nextRunAt;
    }

    boolean isRunning() {
        return run.isPresent();
    }

    /** How long nothing is to be taken, since the folder is closed or collects; empty while files are taken. */
    Optional<Duration> closedFor(SourceSettings settings) {
        Optional<RunTimes> times = settings.runs();
        nextRunAt = times.flatMap(runs::findNext);
        run = times.isPresent() ? runs.findCurrent(source, times.get()) : runs.findUnderWay(source);
        if (times.isPresent()) {
            closed = Optional.empty();
            return run.isPresent() ? Optional.empty() : Optional.of(until(nextRunAt, settings));
        }
        Optional<OpenHours> hours = settings.open();
        if (hours.isEmpty() || run.isPresent() || hours.get().isOpen(clock.instant(), zone, calendar)) {
            closed = Optional.empty();
            return Optional.empty();
        }
        Optional<Instant> opens = hours.get().opensAt(clock.instant(), zone, calendar);
        String shown = opens.map(at -> DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH)
                        .format(at.atZone(zone)))
                .orElse("somebody resumes it");
        closed = Optional.of(Reason.of("source.closed", "hours", hours.get().words(), "opens", shown));
        return Optional.of(until(opens, settings));
    }

    /** Until then, or the next sweep if that is sooner. */
    private Duration until(Optional<Instant> then, SourceSettings settings) {
        Duration sweep = settings.sweep();
        Duration left = then.map(at -> Duration.between(clock.instant(), at)).orElse(sweep);
        return left.compareTo(sweep) < 0 ? left : sweep;
    }

    /** Counts files of the run that is under way, if one is. */
    void took(int files) {
        run.ifPresent(now -> runs.took(now, files));
    }

    /** Ends the run that is under way; false when none is. */
    boolean endRun() {
        Optional<SourceRuns.Run> ending = run;
        ending.ifPresent(runs::end);
        run = Optional.empty();
        return ending.isPresent();
    }
}
