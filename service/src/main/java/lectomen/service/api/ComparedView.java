package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import lectomen.service.rulebook.Difference;

/**
 * How a file differs from what the service has under its name.
 *
 * @param known whether there is anything under its name
 */
record ComparedView(String name, boolean known, List<Difference.Line> lines) {
    static ComparedView of(String name, Optional<String> before, String now) {
        return new ComparedView(
                name,
                before.isPresent(),
                before.map(text -> Difference.of(text, now)).orElse(List.of()));
    }
}
