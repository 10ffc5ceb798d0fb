/**
 * The long-running service. Start at {@link lectomen.service.ServiceMain}; {@link lectomen.service.ServiceWiring} shows what
 * is made of what.
 *
 * <p>The way of a document: {@code intake} claims it and makes a job; {@code work} has a worker plan it; {@code filing} acts
 * on the plan. Each of them may use {@code job}, {@code rulebook}, {@code bytes} and {@code ledger}; those know none of them.
 */
@NullMarked
package lectomen.service;

import org.jspecify.annotations.NullMarked;
