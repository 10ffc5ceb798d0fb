package lectomen.service.print;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.home.PrinterSettings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Connections to printers. */
public final class PrinterConnection implements ConnectionKind {
    public static final String CODE = "printer";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** A printer prints one after the other; what is under way may be in doubt after a crash. */
    private static final int USUAL_AT_ONCE = 4;

    /** The settings of printers by connection name. */
    public static Map<String, ObjectNode> settings(Map<String, PrinterSettings> printers) {
        Map<String, ObjectNode> settings = new TreeMap<>();
        printers.forEach((name, printer) -> settings.put(name, settings(printer)));
        return settings;
    }

    private static ObjectNode settings(PrinterSettings printer) {
        ObjectNode settings =
                JSON.createObjectNode().put("address", printer.address().toString());
        printer.signIn()
                .ifPresent(signIn -> settings.put("sign in as", signIn.name()).put("password", signIn.secret()));
        printer.certificate().ifPresent(file -> settings.put("certificate", file.toString()));
        printer.ticket().forEach(settings::put);
        return settings;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public JsonNode schema() {
        ObjectNode schema = JSON.createObjectNode().put("type", "object").put("additionalProperties", false);
        schema.putArray("required").add("address");
        ObjectNode properties = schema.putObject("properties");
        properties
                .putObject("address")
                .put("type", "string")
                .put("format", "uri")
                .put("description", "Of the scheme ipp or ipps.");
        properties.putObject("sign in as").put("type", "string");
        properties.putObject("password").put("type", "string").put("format", "secret");
        properties.putObject("certificate").put("type", "string").put("description", "A PEM file of the authority.");
        for (TicketAttribute attribute : TicketAttribute.values()) {
            properties
                    .putObject(attribute.word())
                    .put("type", "string")
                    .put("description", "Unless a rule says otherwise: " + attribute.expected() + ".");
        }
        return schema;
    }

    /** They were checked where they were read. */
    @Override
    public List<String> problems(JsonNode settings) {
        return List.of();
    }

    @Override
    public String address(JsonNode settings) {
        return settings.path("address").asString("");
    }

    @Override
    public int usualAtOnce() {
        return USUAL_AT_ONCE;
    }
}
