package lectomen.service.web;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.connection.ConnectionKind;
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
        Map<String, ObjectNode> settings = new TreeMap<>();
        systems.forEach((name, system) -> settings.put(name, settings(system)));
        return settings;
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
        ObjectNode schema = JSON.createObjectNode().put("type", "object").put("additionalProperties", false);
        schema.putArray("required").add("address");
        ObjectNode properties = schema.putObject("properties");
        properties
                .putObject("address")
                .put("type", "string")
                .put("format", "uri")
                .put("description", "The only URL that is called.");
        properties
                .putObject("private")
                .put("type", "boolean")
                .put("description", "Whether the address may be in a private network.");
        properties
                .putObject("secret")
                .put("type", "string")
                .put("format", "secret")
                .put("description", "The key that calls are signed with.");
        properties
                .putObject("token")
                .put("type", "string")
                .put("format", "secret")
                .put("description", "A bearer token.");
        properties.putObject("sign in as").put("type", "string");
        properties.putObject("password").put("type", "string").put("format", "secret");
        properties.putObject("certificate").put("type", "string").put("description", "A PEM file of the authority.");
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
