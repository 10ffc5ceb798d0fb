package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import lectomen.engine.facts.Site;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.destination.Connections;
import lectomen.service.work.JobAction;
import org.jspecify.annotations.Nullable;

/**
 * Where, and under which name, a person wants a document filed.
 *
 * @param in the name of a connection
 * @param under folders below it, with slashes; absent for its top
 * @param name with or without the extension; may have slots, such as {@code {file name}}
 * @param whenTaken {@code number it} where it is not said
 */
record FileAsBody(
        @Nullable String in,
        @Nullable String under,
        @Nullable String name,
        @Nullable String whenTaken) {
    JobAction.FileAs action(Connections connections, Site site) {
        String connection = Optional.ofNullable(in).orElse("");
        if (!connections.folders().containsKey(connection)) {
            throw new BadRequestException(
                    "in",
                    "unknown connection \"" + connection + "\"; there are "
                            + String.join(
                                    ", ",
                                    connections.folders().keySet().stream()
                                            .sorted()
                                            .toList()));
        }
        String choice = Optional.ofNullable(whenTaken).orElse(WhenTaken.NUMBER_IT.word());
        WhenTaken taken = WhenTaken.findByWord(choice)
                .filter(one -> one != WhenTaken.NEW_VERSION)
                .orElseThrow(() -> new BadRequestException(
                        "whenTaken",
                        "unknown value \"" + choice + "\"; expected number it, replace own, leave or fail"));
        FilingByHand byHand = new FilingByHand(
                connection,
                Optional.ofNullable(under).orElse("").strip(),
                Optional.ofNullable(name).orElse("").strip(),
                taken);
        List<String> problems = byHand.problems(site);
        if (!problems.isEmpty()) {
            throw new BadRequestException("name", String.join("; ", problems));
        }
        return new JobAction.FileAs(byHand);
    }
}
