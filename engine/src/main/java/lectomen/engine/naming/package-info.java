/**
 * File and folder names made from fields. Start at {@link lectomen.engine.naming.NamePattern}.
 */
@NullMarked
package lectomen.engine.naming;

import org.jspecify.annotations.NullMarked;
