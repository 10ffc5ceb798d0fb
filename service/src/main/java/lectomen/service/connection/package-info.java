/**
 * Connections: the outside systems that rules use, as records with typed settings. Start at {@link
 * lectomen.service.connection.ConnectionRecords}.
 */
@NullMarked
package lectomen.service.connection;

import org.jspecify.annotations.NullMarked;
