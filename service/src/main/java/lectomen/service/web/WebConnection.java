package lectomen.service.web;

import java.util.Map;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.connection.ConnectionSchema;
import lectomen.service.home.WebSettings;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Connections to systems that are called over HTTP. */
public final class WebConnection implements ConnectionKind {
    public static final String CODE = "web";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Each call may be in doubt after a crash. */
    private static final int USUAL_AT_ONCE = 8;

    /** The settings of systems by connection name. */
    public static Map<String, ObjectNode> settings(Map<String, WebSettings> systems) {
        return ConnectionSchema.settings(systems, WebConnection::settings);
    }

    private static ObjectNode settings(WebSettings system) {
        ObjectNode settings = JSON.createObjectNode()
                .put("address", system.address().toString())
                .put("private", system.mayBePrivate());
        system.secret().ifPresent(name -> settings.put("secret", name));
        if (system.signIn().orElse(null) instanceof WebSettings.SignIn.Token token) {
            settings.put("token", token.secret());
        } else if (system.signIn().orElse(null) instanceof WebSettings.SignIn.Password password) {
            settings.put("sign in as", password.name()).put("password", password.secret());
        }
        system.certificate().ifPresent(file -> settings.put("certificate", file.toString()));
        return settings;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public JsonNode schema() {
        return ConnectionSchema.requiring("address")
                .uri("address", "The only URL that is called.")
                .yesOrNo("private", "Whether the address may be in a private network.")
                .secret("secret", "The key that calls are signed with.")
                .secret("token", "A bearer token.")
                .text("sign in as", "")
                .secret("password", "")
                .text("certificate", "A PEM file of the authority.")
                .json();
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
