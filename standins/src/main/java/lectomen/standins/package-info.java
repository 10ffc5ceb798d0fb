/**
 * Small servers that stand in for those of an organisation: to try out, in tests and in the demo. Never for real use. Start at {@link
 * lectomen.standins.StandInMain}.
 */
@NullMarked
package lectomen.standins;

import org.jspecify.annotations.NullMarked;
