/**
 * The command-line client. It talks HTTP to a service and knows nothing else of it. One class for each command: parse, call,
 * print, return a code. Start at {@link lectomen.client.ClientMain}.
 */
@NullMarked
package lectomen.client;

import org.jspecify.annotations.NullMarked;
