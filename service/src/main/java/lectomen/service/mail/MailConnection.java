package lectomen.service.mail;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.home.MailSettings;
import lectomen.service.home.MailSettings.Encryption;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Connections to servers that take mails by SMTP. */
public final class MailConnection implements ConnectionKind {
    public static final String CODE = "mail";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int USUAL_AT_ONCE = 16;
    private static final int HIGHEST_PORT = 65_535;

    /** The settings of mail servers by connection name. */
    public static Map<String, ObjectNode> settings(Map<String, MailSettings> servers) {
        Map<String, ObjectNode> settings = new TreeMap<>();
        servers.forEach((name, server) -> settings.put(name, settings(server)));
        return settings;
    }

    private static ObjectNode settings(MailSettings server) {
        ObjectNode settings = JSON.createObjectNode()
                .put("server", server.host())
                .put("port", server.port())
                .put("encryption", word(server.encryption()))
                .put("from", server.from());
        server.certificate().ifPresent(file -> settings.put("certificate", file.toString()));
        server.signInAs().ifPresent(name -> settings.put("sign in as", name));
        server.secret().ifPresent(name -> settings.put("secret", name));
        return settings;
    }

    private static String word(Encryption encryption) {
        return encryption.name().toLowerCase(Locale.ROOT);
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public JsonNode schema() {
        ObjectNode schema = JSON.createObjectNode().put("type", "object").put("additionalProperties", false);
        List.of("server", "port", "encryption", "from").forEach(schema.putArray("required")::add);
        ObjectNode properties = schema.putObject("properties");
        properties.putObject("server").put("type", "string").put("description", "The name of the mail server.");
        properties.putObject("port").put("type", "integer").put("minimum", 1).put("maximum", HIGHEST_PORT);
        ArrayNode ways = properties.putObject("encryption").putArray("enum");
        List.of(Encryption.values()).forEach(way -> ways.add(word(way)));
        properties.putObject("from").put("type", "string").put("description", "The address that mails come from.");
        properties.putObject("certificate").put("type", "string").put("description", "A PEM file of the authority.");
        properties.putObject("sign in as").put("type", "string");
        properties.putObject("secret").put("type", "string").put("format", "secret");
        return schema;
    }

    /** They were checked where they were read. */
    @Override
    public List<String> problems(JsonNode settings) {
        return List.of();
    }

    @Override
    public String address(JsonNode settings) {
        return settings.path("server").asString("") + ":"
                + settings.path("port").asInt();
    }

    /** Servers refuse many connections, and each mail may be in doubt after a crash. */
    @Override
    public int usualAtOnce() {
        return USUAL_AT_ONCE;
    }
}
