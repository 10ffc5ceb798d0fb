package lectomen.engine.rule;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Edits a rule file with the smallest change, so that comments and order survive. */
public final class RuleText {
    private static final Pattern ID_LINE = Pattern.compile("(?m)^(rule:[ \\t]*)(['\"]?)([a-z][a-z0-9-]*)\\2");
    private static final Pattern OWN_SLOT = Pattern.compile("(?m)^((?:.*[{ ,-])?folder:[^#\\n]*)\\{ *rule *}");
    private static final Pattern SHORT =
            Pattern.compile("(?m)^(from:[ \\t]*|[ \\t]+-[ \\t]+)inbox(?=[ \\t]*(?:#.*)?$)");

    private RuleText() {}

    /** The id that the file says; empty where it says none. */
    public static Optional<String> findId(String text) {
        Matcher matcher = ID_LINE.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(3)) : Optional.empty();
    }

    /**
     * The file of a rule that has another id from now on.
     *
     * @param withFolder whether a hot folder that is named as the rule is gets the new name too; else it keeps the old one
     */
    public static String renamed(String text, String to, boolean withFolder) {
        String from = findId(text).orElse("");
        String named = ID_LINE.matcher(text).replaceFirst("$1$2" + to + "$2");
        if (withFolder) {
            Pattern last = Pattern.compile(
                    "(?m)^((?:.*[{ ,-])?folder:[^#\\n]*/)" + Pattern.quote(from) + "(?=[\"']?[ \\t]*(?:[,}#]|$))");
            return last.matcher(named).replaceAll("$1" + to);
        }
        String written = OWN_SLOT.matcher(named).replaceAll("$1" + from);
        return SHORT.matcher(written)
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group(1) + (found.group(1).startsWith("from") ? "{ folder: " : "folder: ") + "\"{inbox}/"
                                + from + "\"" + (found.group(1).startsWith("from") ? " }" : "")));
    }
}
