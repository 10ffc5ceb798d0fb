package lectomen.client;

import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The options that name a role and what it is limited to. */
final class RoleOptions {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Option(
            names = "--role",
            paramLabel = "ROLE",
            description = "administrator, \"rule author\", operator, approver or auditor.")
    private @Nullable String role;

    @Option(
            names = "--rule",
            paramLabel = "RULE",
            description = "Limit the role to this rule and its hot folders; may be repeated (default: everything).")
    private List<String> rules = List.of();

    /** The same as part of a call's path. @param usual where none is given */
    String query(String usual) {
        StringBuilder query = new StringBuilder("role=" + Service.encoded(role == null ? usual : role));
        rules.forEach(rule -> query.append("&rules=").append(Service.encoded(rule)));
        return query.toString();
    }

    /** The same as JSON. @throws ServiceUnreachable if there is no role */
    ObjectNode json() {
        if (role == null) {
            throw new ServiceUnreachable(
                    "--role is missing: administrator, \"rule author\", operator, approver or auditor");
        }
        ObjectNode wanted = JSON.createObjectNode().put("role", role);
        if (!rules.isEmpty()) {
            ArrayNode limits = wanted.putArray("rules");
            rules.forEach(limits::add);
        }
        return wanted;
    }

    /** Roles in words, such as "operator of mooring-permits". */
    static String words(JsonNode roles) {
        StringBuilder words = new StringBuilder();
        for (JsonNode one : roles) {
            words.append(words.isEmpty() ? "" : "; ").append(ResponseWords.text(one.path("role")));
            if (!one.path("rules").isEmpty()) {
                words.append(" of ").append(QueryCommand.joined(one.path("rules")));
            }
        }
        return words.isEmpty() ? "none" : words.toString();
    }
}
