package lectomen.service.desk;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.step.PeopleQuestion;

/**
 * What people are asked about one document.
 *
 * @param step of the rule that asks
 * @param binding of what is asked; an answer to something else does not count
 * @param stage that is asked, counted from 1
 * @param askedAt when it was asked first
 * @param stageAt when the stage began
 * @param dueAt when the stage should have decided
 * @param takenBy who has it in front of them, until {@code takenUntil}
 * @param outcome how it ended
 */
public record DeskTask(
        long id,
        String job,
        int generation,
        int step,
        PeopleQuestion.Kind kind,
        String rule,
        String binding,
        int stage,
        State state,
        Instant askedAt,
        Instant stageAt,
        Optional<Instant> dueAt,
        boolean escalated,
        Optional<Long> takenBy,
        Optional<Instant> takenUntil,
        Optional<String> outcome,
        Optional<Instant> endedAt) {
    /** Whether it waits for people. */
    public enum State {
        OPEN,
        /** Its job is held. */
        HELD,
        DONE,
        /** Its job went elsewhere before anybody answered. */
        VOID;

        String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** Who else has it in front of them by now. */
    public Optional<Long> takenByOther(long person, Instant now) {
        return takenBy.filter(
                other -> other != person && takenUntil.filter(now::isBefore).isPresent());
    }

    public boolean isOverdue(Instant now) {
        return dueAt.filter(due -> !now.isBefore(due)).isPresent();
    }

    static DeskTask of(ResultSet row, int n) throws SQLException {
        long takenBy = row.getLong("taken_by");
        boolean taken = !row.wasNull();
        long escalateAt = row.getLong("escalate_at");
        return new DeskTask(
                row.getLong("id"),
                row.getString("job_id"),
                row.getInt("generation"),
                row.getInt("step"),
                PeopleQuestion.Kind.findByCode(row.getString("kind")).orElseThrow(),
                row.getString("rule_id"),
                row.getString("binding"),
                row.getInt("stage"),
                State.valueOf(row.getString("state").toUpperCase(Locale.ROOT)),
                Instant.ofEpochMilli(row.getLong("asked_at")),
                Instant.ofEpochMilli(row.getLong("stage_at")),
                time(row, "due_at"),
                escalateAt < 0,
                taken ? Optional.of(takenBy) : Optional.empty(),
                time(row, "taken_until"),
                Optional.ofNullable(row.getString("outcome")),
                time(row, "ended_at"));
    }

    private static Optional<Instant> time(ResultSet row, String column) throws SQLException {
        long at = row.getLong(column);
        return row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(at));
    }
}
