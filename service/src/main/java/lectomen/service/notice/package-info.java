/** Tells people of what concerns them. Start at {@link lectomen.service.notice.Notices}. */
@NullMarked
package lectomen.service.notice;

import org.jspecify.annotations.NullMarked;
