package lectomen.service.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.ByteRef;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A job as stored. */
final class JobRow {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<Set<String>> TAGS = new TypeReference<>() {};
    private static final TypeReference<TreeMap<String, String>> PARAMETERS = new TypeReference<>() {};

    static final String SELECT = """
            select j.*, w.name, w.subfolder, w.reason_parameters, w.by_hand, w.sender, w.tags, w.given, w.sidecar from job j join job_words w on w.job_id = j.id
            """;

    private JobRow() {}

    private static FileFacts.Circumstances more(ResultSet row) throws SQLException {
        long modified = row.getLong("modified_at");
        Optional<Instant> modifiedAt = row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(modified));
        String tags = row.getString("tags");
        String given = row.getString("given");
        String sidecar = row.getString("sidecar");
        return new FileFacts.Circumstances(
                row.getString("subfolder"),
                modifiedAt,
                row.getString("sender"),
                tags.equals("[]") ? Set.of() : JSON.readValue(tags, TAGS),
                Optional.empty(),
                given.equals("{}") ? Map.of() : JSON.readValue(given, PARAMETERS),
                sidecar.isEmpty() ? Optional.empty() : Optional.of(JSON.readValue(sidecar, Sidecar.class)));
    }

    static Job job(ResultSet row, int n) throws SQLException {
        String sha256 = row.getString("main_sha256");
        long size = row.getLong("size");
        String ruleId = row.getString("rule_id");
        String code = row.getString("reason_code");
        long arrival = row.getLong("arrival_seq");
        boolean arrived = !row.wasNull();
        long nextTry = row.getLong("next_try_at");
        boolean tries = !row.wasNull();
        long removed = row.getLong("original_removed_at");
        boolean originalRemoved = !row.wasNull();
        String origin = row.getString("origin_job");
        String byHand = row.getString("by_hand");
        String partOf = row.getString("part_of");
        Job.Document document = new Job.Document(
                row.getString("name"),
                more(row),
                size,
                FileType.valueOf(row.getString("type")),
                sha256 == null ? Optional.empty() : Optional.of(new ByteRef(sha256, size)),
                row.getInt("left_in_folder") != 0,
                originalRemoved ? Optional.of(Instant.ofEpochMilli(removed)) : Optional.empty());
        Job.Links links = new Job.Links(
                row.getLong("source_id"),
                arrived ? Optional.of(arrival) : Optional.empty(),
                origin == null ? Optional.empty() : Optional.of(new Job.Origin(origin, row.getInt("depth"))),
                partOf == null ? Optional.empty() : Optional.of(new Job.Part(partOf, row.getInt("part_number"))));
        Job.Choice choice = new Job.Choice(
                Optional.ofNullable(row.getString("wanted_rule")),
                row.getInt("rule_chosen") != 0,
                byHand == null ? Optional.empty() : Optional.of(JSON.readValue(byHand, FilingByHand.class)));
        Job.Progress progress = new Job.Progress(
                JobState.findByCode(row.getString("state")).orElseThrow(),
                code == null
                        ? Optional.empty()
                        : Optional.of(new Reason(code, JSON.readValue(row.getString("reason_parameters"), PARAMETERS))),
                row.getInt("generation"),
                row.getInt("redo_generation"),
                row.getInt("attempt"),
                row.getInt("priority"),
                row.getInt("hold_wanted") != 0,
                tries ? Optional.of(Instant.ofEpochMilli(nextTry)) : Optional.empty(),
                row.getString("waits_for"));
        return new Job(
                row.getString("id"),
                document,
                links,
                choice,
                ruleId == null ? Optional.empty() : Optional.of(new RuleRef(ruleId, row.getInt("rule_version"))),
                progress,
                Instant.ofEpochMilli(row.getLong("created_at")),
                Instant.ofEpochMilli(row.getLong("changed_at")),
                row.getInt("version"));
    }
}
