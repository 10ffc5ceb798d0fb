/** Who is notified of what, when, and in which words. Start at {@link lectomen.engine.notice.NoticeKind}. */
@NullMarked
package lectomen.engine.notice;

import org.jspecify.annotations.NullMarked;
