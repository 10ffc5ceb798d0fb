/**
 * The one place with SQL plumbing: connections, grouped durable writes, numbered migrations. Tables belong to the
 * capabilities. Start at {@link lectomen.service.store.Store}.
 */
@NullMarked
package lectomen.service.store;

import org.jspecify.annotations.NullMarked;
