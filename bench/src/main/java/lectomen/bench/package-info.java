/**
 * Measures the service on the user's own machine, each figure beside a floor that is measured in the same run. Start at
 * {@link lectomen.bench.BenchMain}.
 */
@NullMarked
package lectomen.bench;

import org.jspecify.annotations.NullMarked;
