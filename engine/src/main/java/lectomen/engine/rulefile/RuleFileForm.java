package lectomen.engine.rulefile;

import java.util.regex.Pattern;
import lectomen.engine.yaml.Section;

/** What the files of rules and of shared parts have in common: how they begin, and what they may be called. */
public final class RuleFileForm {
    /** Of a rule or a shared part. */
    public static final Pattern ID = Pattern.compile("[a-z][a-z0-9-]{0,62}");

    private RuleFileForm() {}

    /** Whether a rule or a part can be called so. */
    public static boolean isId(String text) {
        return ID.matcher(text).matches();
    }

    /** The first line of every file: which form it has. */
    public static void require(Section section) {
        section.requireText("lectomen")
                .filter(version -> !version.text().equals("1"))
                .ifPresent(version ->
                        section.report(version.spot(), "this service supports version 1, not " + version.kind()));
    }
}
