/** Stands in for a business system. Start at {@link lectomen.standins.business.BusinessStandIn}. */
@NullMarked
package lectomen.standins.business;

import org.jspecify.annotations.NullMarked;
