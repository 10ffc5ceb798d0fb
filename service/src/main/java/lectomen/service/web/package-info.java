/** Calls to other systems over HTTP. Start at {@link lectomen.service.web.WebSystem}. */
@NullMarked
package lectomen.service.web;

import org.jspecify.annotations.NullMarked;
