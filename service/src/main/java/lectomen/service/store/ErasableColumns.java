package lectomen.service.store;

import java.util.List;

/**
 * The columns of a table that can hold names, values or words of people, and how they are forgotten. Each table has its own beside the
 * code that writes it.
 *
 * @param subject what is forgotten
 * @param forget the statement that does it; its one parameter is the id of the subject
 */
public record ErasableColumns(String table, List<String> columns, Subject subject, String forget) {
    public ErasableColumns {
        columns = List.copyOf(columns);
    }

    /** What can be forgotten, each by its id. */
    public enum Subject {
        /** A document: its job's id. */
        JOB,
        /** A person: their number. */
        PERSON,
        /** A token of a program: its number. */
        TOKEN,
        /** A rule with all its versions: its short name. */
        RULE,
        /** A shared part with all its versions: its name. */
        PART,
        LOOKUP,
        /** A connection: its name. */
        CONNECTION,
        /** A value that counters count by, such as the name of a vessel. */
        COUNTED_VALUE,
        /** A folder: its path. */
        FOLDER
    }
}
