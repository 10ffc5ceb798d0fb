package lectomen.service.job;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What jobs have to do with each other: hand-overs, documents that were made out of others, results that came back in. */
public final class JobLinks {
    private static final int MOST_LINEAGE = 100;

    private JobLinks() {}

    /** Says which job handed its document over to another. */
    public static void setHandedOverFrom(JdbcClient db, String id, String from) {
        db.sql("update job set handed_over_from = ? where id = ?")
                .params(from, id)
                .update();
    }

    /** Says that a job's document was made out of another's. */
    public static void setPartOf(JdbcClient db, String id, Job whole, int number) {
        db.sql("update job set part_of = ?, part_number = ?, part_generation = ? where id = ?")
                .params(whole.id(), number, whole.generation(), id)
                .update();
    }

    /** The jobs of the documents that the present run of a job made out of its own, in their order. */
    public static List<Job> parts(JdbcClient db, Job whole) {
        return db.sql(JobRow.SELECT + " where j.part_of = ? and j.part_generation = ? order by j.part_number")
                .params(whole.id(), whole.generation())
                .query(JobRow::job)
                .list();
    }

    /** Those that earlier runs of it made. */
    public static List<Job> earlierParts(JdbcClient db, Job whole) {
        return db.sql(JobRow.SELECT + " where j.part_of = ? and j.part_generation < ? order by j.part_number")
                .params(whole.id(), whole.generation())
                .query(JobRow::job)
                .list();
    }

    /** The jobs that this one follows from, by hand-over, the nearest first. */
    public static List<Job> ancestors(JdbcClient db, Jobs jobs, Job job) {
        List<String> ids = db.sql("""
                        with recursive up (id, far) as (
                            select handed_over_from, 1 from job where id = :id
                            union all select j.handed_over_from, up.far + 1 from job j join up on j.id = up.id
                            where up.far < :most)
                        select id from up where id is not null order by far
                        """)
                .param("id", job.id())
                .param("most", MOST_LINEAGE)
                .query(String.class)
                .list();
        return ids.stream().flatMap(id -> jobs.find(db, id).stream()).toList();
    }

    /** The earlier jobs that this one's file came from, the nearest first. */
    public static List<Job> lineage(Jobs jobs, Job job) {
        List<Job> lineage = new ArrayList<>();
        Optional<Job> next = job.origin().flatMap(origin -> jobs.find(origin.job()));
        while (next.isPresent() && lineage.size() < MOST_LINEAGE) {
            lineage.add(next.get());
            next = next.get().origin().flatMap(origin -> jobs.find(origin.job()));
        }
        return lineage;
    }
}
