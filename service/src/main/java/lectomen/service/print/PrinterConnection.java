package lectomen.service.print;

import java.util.Map;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.rulefile.DurationText;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.connection.ConnectionSchema;
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
        return ConnectionSchema.settings(printers, PrinterConnection::settings);
    }

    private static ObjectNode settings(PrinterSettings printer) {
        ObjectNode settings =
                JSON.createObjectNode().put("address", printer.address().toString());
        printer.signIn()
                .ifPresent(signIn -> settings.put("sign in as", signIn.name()).put("password", signIn.secret()));
        printer.certificate().ifPresent(file -> settings.put("certificate", file.toString()));
        printer.ticket().forEach(settings::put);
        if (!printer.jobName().isEmpty()) {
            settings.put("job-name", printer.jobName());
        }
        if (printer.hold()) {
            settings.put("hold", "yes");
        }
        printer.hours().ifPresent(hours -> settings.put("printing hours", hours.words()));
        printer.longestWait().ifPresent(wait -> settings.put("longest wait", DurationText.words(wait)));
        return settings;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public JsonNode schema() {
        ConnectionSchema schema = ConnectionSchema.requiring("address")
                .uri("address", "Of the scheme ipp, ipps, raw or lpd.")
                .text("sign in as", "")
                .secret("password", "")
                .text("certificate", "A PEM file of the authority.")
                .text("job-name", "What jobs are called unless a rule says otherwise, such as {rule} {file name}.")
                .text("hold", "yes: documents are held until somebody releases them.")
                .text("printing hours", "Such as 07:00 to 18:00; documents wait meanwhile.")
                .text("printing days", "Such as [monday, friday].")
                .text("longest wait", "After which a document comes before all others, such as 2h.");
        for (TicketAttribute attribute : TicketAttribute.values()) {
            schema.text(attribute.word(), "Unless a rule says otherwise: " + attribute.expected() + ".");
        }
        return schema.json();
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
