/**
 * Commands that work on the spot, without a service. Start at {@link lectomen.local.LocalMain}. Nothing is null unless it is marked
 * so.
 */
@NullMarked
package lectomen.local;

import org.jspecify.annotations.NullMarked;
