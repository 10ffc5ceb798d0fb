/**
 * The HTTP interface under /api/v1. One controller per capability, one place that turns errors into problem details.
 */
@NullMarked
package lectomen.service.api;

import org.jspecify.annotations.NullMarked;
