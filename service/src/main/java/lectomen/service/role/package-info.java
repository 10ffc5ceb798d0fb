/** What principals may do, and with whose documents. Start at {@link lectomen.service.role.Role}. */
@NullMarked
package lectomen.service.role;

import org.jspecify.annotations.NullMarked;
