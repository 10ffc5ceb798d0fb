/** The service's times. Start at {@link lectomen.service.time.ServiceClock}. */
@NullMarked
package lectomen.service.time;

import org.jspecify.annotations.NullMarked;
