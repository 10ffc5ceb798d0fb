/** Looks at what may be wrong with the service and its hot folders. Start at {@link lectomen.service.watch.SiteWatch}. */
@NullMarked
package lectomen.service.watch;

import org.jspecify.annotations.NullMarked;
