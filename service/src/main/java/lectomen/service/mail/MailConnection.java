package lectomen.service.mail;

import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.connection.ConnectionSchema;
import lectomen.service.home.MailSettings;
import lectomen.service.home.MailSettings.Encryption;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Connections to servers that take mails by SMTP. */
public final class MailConnection implements ConnectionKind {
    public static final String CODE = "mail";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int USUAL_AT_ONCE = 16;
    private static final int HIGHEST_PORT = 65_535;

    /** The settings of mail servers by connection name. */
    public static Map<String, ObjectNode> settings(Map<String, MailSettings> servers) {
        return ConnectionSchema.settings(servers, MailConnection::settings);
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
        return ConnectionSchema.requiring("server", "port", "encryption", "from")
                .text("server", "The name of the mail server.")
                .number("port", 1, HIGHEST_PORT)
                .choice(
                        "encryption",
                        Stream.of(Encryption.values()).map(MailConnection::word).toList())
                .text("from", "The address that mails come from.")
                .text("certificate", "A PEM file of the authority.")
                .text("sign in as", "")
                .secret("secret", "")
                .json();
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
