/**
 * Plans that wait and go on, and the documents that are made out of others. Start at {@link lectomen.service.plan.Plans}.
 */
@NullMarked
package lectomen.service.plan;

import org.jspecify.annotations.NullMarked;
