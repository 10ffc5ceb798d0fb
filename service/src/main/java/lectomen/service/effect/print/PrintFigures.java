package lectomen.service.effect.print;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.report.PrintedLine;
import lectomen.service.store.Store;

/** What was printed during a time, and on how many sheets. */
public final class PrintFigures {
    private final Store store;

    public PrintFigures(Store store) {
        this.store = store;
    }

    /** @param source that the documents came from */
    public record Line(long source, PrintedLine printed) {}

    public List<Line> between(Instant from, Instant until) {
        return store.read(db -> db.sql("""
                        select p.queue, j.rule_id, j.source_id, s.folder, w.sender, count(*) as documents,
                            sum(p.copies) as copies, sum(p.sheets) as sheets
                        from print_item p
                        join job j on j.id = p.job_id
                        join source s on s.id = j.source_id
                        join job_words w on w.job_id = j.id
                        where p.printed = 1 and p.ended_at >= ? and p.ended_at < ?
                        group by p.queue, j.rule_id, j.source_id, w.sender
                        order by p.queue, j.rule_id, s.folder, w.sender
                        """)
                .params(from.toEpochMilli(), until.toEpochMilli())
                .query((row, n) -> new Line(
                        row.getLong("source_id"),
                        new PrintedLine(
                                row.getString("queue"),
                                Optional.ofNullable(row.getString("rule_id")),
                                Optional.ofNullable(row.getString("folder")),
                                row.getString("sender"),
                                row.getInt("documents"),
                                row.getLong("copies"),
                                row.getLong("sheets"))))
                .list());
    }
}
