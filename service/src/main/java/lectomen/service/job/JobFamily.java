package lectomen.service.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import lectomen.engine.identify.FileType;
import lectomen.engine.step.KeptText;
import lectomen.service.store.Store;

/**
 * Everything related to a job: the jobs that came in with it, those that followed from it, and its outputs. Safe for several
 * threads.
 */
public final class JobFamily {
    private static final int MOST = 100;

    private static final String SELECT = """
            select j.id, w.name, j.state from job j join job_words w on w.job_id = j.id
            """;

    /** Another job, as far as it is shown beside this one. @param state one of the frozen state codes */
    public record Relative(String id, String fileName, String state) {}

    /** A document that the job has: what came in, or what a step made. @param name {@code main} unless a step named it */
    public record Output(String name, String sha256, long size, FileType type) {}

    private final Store store;

    public JobFamily(Store store) {
        this.store = store;
    }

    /** The other jobs of the same arrival, without documents that were made out of others; the first {@value #MOST}. */
    public List<Relative> cameInWith(Job job) {
        return job.arrival()
                .filter(arrival -> job.partOf().isEmpty())
                .map(arrival -> relatives(
                        "where j.arrival_seq = ? and j.id <> ? and j.part_of is null order by j.number",
                        arrival,
                        job.id()))
                .orElse(List.of());
    }

    /** The jobs whose file is a part or a result of this one's; the first {@value #MOST}. */
    public List<Relative> cameOfIt(Job job) {
        return relatives("where j.origin_job = ? or j.handed_over_from = ? order by j.number", job.id(), job.id());
    }

    /** The jobs of the documents that its present run made out of its own; the first {@value #MOST}. */
    public List<Relative> parts(Job job) {
        return relatives(
                "where j.part_of = ? and j.part_generation = ? order by j.part_number", job.id(), job.generation());
    }

    private List<Relative> relatives(String where, Object... parameters) {
        return store.read(db -> db.sql(SELECT + where + " limit " + MOST)
                .params(parameters)
                .query((row, n) -> new Relative(row.getString("id"), row.getString("name"), row.getString("state")))
                .list());
    }

    /** The documents of the job's present generation. */
    public List<Output> outputs(Job job) {
        return store.read(db -> db.sql("""
                        select * from output where job_id = ? and generation = ? and name not like ?
                        order by name <> 'main', name
                        """)
                .params(job.id(), job.generation(), KeptText.NAME + "%")
                .query(JobFamily::output)
                .list());
    }

    private static Output output(ResultSet row, int n) throws SQLException {
        return new Output(
                row.getString("name"),
                row.getString("sha256"),
                row.getLong("size"),
                FileType.valueOf(row.getString("type")));
    }
}
