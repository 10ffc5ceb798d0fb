package lectomen.client;

import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Where a person gets notices, and when. */
@Command(
        name = "notices",
        description = "Show where a person gets notices by mail, and when; with options, change it.",
        footer = {
            "",
            "Examples: lectomen person notices 2",
            "          lectomen person notices 2 --mail ivo@marrowick.example --quiet 22:00-06:30",
            "          lectomen person notices 2 --kind filed=never --kind \"failed=daily at 07:30\""
        })
final class PersonNotices extends PersonCommand.AboutOne {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Option(names = "--mail", paramLabel = "ADDRESS", description = "The mail address; empty for none.")
    private @Nullable String mail;

    @Option(
            names = "--quiet",
            paramLabel = "FROM-TO",
            description = "Hours in which no mail is sent, such as 22:00-06:30; empty for none.")
    private @Nullable String quiet;

    @Option(
            names = "--kind",
            paramLabel = "KIND=WHEN",
            description =
                    "When a kind of notice is mailed: at once, every 15 minutes, hourly, daily at a time, or never. May be repeated.")
    private List<String> kinds = List.of();

    @Override
    JsonNode ask(Service service) {
        JsonNode now = service.get(path() + "/notices");
        if (mail == null && quiet == null && kinds.isEmpty()) {
            return now;
        }
        ObjectNode body = JSON.createObjectNode();
        body.put("mail", mail == null ? ResponseWords.text(now.path("mail")) : mail);
        String hours = quiet == null ? hours(now) : quiet;
        body.put("quietFrom", hours.replaceFirst("-.*", ""));
        body.put("quietTo", hours.replaceFirst("^[^-]*-?", ""));
        ObjectNode choices = body.putObject("choices");
        now.path("kinds").forEach(kind -> choices.set(ResponseWords.text(kind.path("kind")), kind.path("choice")));
        for (String kind : kinds) {
            int at = kind.indexOf('=');
            choices.put(
                    at < 0 ? kind : kind.substring(0, at).strip(),
                    at < 0 ? "" : kind.substring(at + 1).strip());
        }
        return service.putJson(path() + "/notices", body);
    }

    private static String hours(JsonNode now) {
        return now.has("quietFrom")
                ? ResponseWords.text(now.path("quietFrom")) + "-" + ResponseWords.text(now.path("quietTo"))
                : "";
    }

    @Override
    void print(JsonNode answer) {
        System.out.println(
                answer.has("mail")
                        ? "Mail to " + ResponseWords.text(answer.path("mail"))
                                + (answer.has("quietFrom")
                                        ? ", not from " + hours(answer).replace("-", " to ")
                                        : "")
                        : "No mail: there is no address. Set one with --mail.");
        if (answer.has("problem")) {
            System.out.println("The last mail could not be sent: " + ResponseWords.text(answer.path("problem")));
        }
        Table table = new Table("KIND", "MEANS", "MAILED");
        for (JsonNode kind : answer.path("kinds")) {
            table.row(
                    ResponseWords.text(kind.path("kind")),
                    ResponseWords.text(kind.path("title")),
                    ResponseWords.text(kind.path("choice")));
        }
        table.print();
    }
}
