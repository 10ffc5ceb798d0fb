package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** People, groups, tokens, and what a connection and an effect have. */
class PeopleCommandTest {
    @TempDir
    private Path temp;

    private StubService service;

    @BeforeEach
    void start() throws IOException {
        service = new StubService(temp.resolve("home"));
    }

    @AfterEach
    void stop() {
        service.close();
    }

    @Test
    void peopleAreListedWithTheirRoles() {
        service.on("GET /accounts", """
                {"accounts": [
                  {"id": 1, "name": "Tess Quill", "signIn": "tess", "roles": [{"role": "administrator"}], "groups": []},
                  {"id": 2, "name": "Ivo Marsh", "signIn": "ivo", "roles": [{"role": "operator", "rules": ["permits", "notices"]}],
                   "groups": ["ferry-office"], "disabledAt": "2027-03-01T10:00:00Z"}]}""");
        assertThat(service.run("person", "list").out())
                .containsPattern("1 +Tess Quill +tess +administrator")
                .containsPattern("2 +Ivo Marsh +ivo +operator of permits, notices +ferry-office +disabled");
        service.on("GET /accounts", "{\"accounts\": []}");
        assertThat(service.run("person", "list").out()).contains("lectomen welcome");
    }

    @Test
    void whenAPersonIsNotifiedIsShownAndChanged() {
        String now = """
                {"mail": "ivo@marrowick.example", "quietFrom": "22:00", "quietTo": "06:30", "problem": "550 no such box",
                 "kinds": [{"kind": "filed", "title": "Documents filed", "choice": "never"},
                           {"kind": "failed", "title": "Documents failed", "choice": "at once"}]}""";
        service.on("GET /accounts/2/notices", now);
        service.on("PUT /accounts/2/notices", "{\"kinds\": []}");
        assertThat(service.run("person", "notices", "2").out())
                .contains("Mail to ivo@marrowick.example, not from 22:00 to 06:30")
                .contains("550 no such box")
                .containsPattern("filed +Documents filed +never");
        assertThat(service.run("person", "notices", "2", "--kind", "failed=daily at 07:30", "--quiet", "")
                        .out())
                .contains("there is no address");
        assertThat(service.asked().get(service.asked().size() - 1).body())
                .isEqualTo("{\"mail\":\"ivo@marrowick.example\",\"quietFrom\":\"\",\"quietTo\":\"\","
                        + "\"choices\":{\"filed\":\"never\",\"failed\":\"daily at 07:30\"}}");
    }

    @Test
    void aPersonIsInvitedWithARole() {
        service.on(
                "POST /welcome-links?role=rule%20author&rules=permits&groups=records-office",
                "{\"path\": \"/welcome#code\"}");
        StubService.Answer answer = service.run(
                "person", "invite", "--role", "rule author", "--rule", "permits", "--group", "records-office");
        assertThat(answer.out()).startsWith("http://").endsWith("/welcome#code\n");
    }

    @Test
    void aPersonsRoleIsSetAndTheAccountDisabledAndEnabled() {
        String ivo = "{\"name\": \"Ivo Marsh\", \"roles\": [{\"role\": \"auditor\"}]}";
        service.on("PUT /accounts/2/roles", ivo);
        assertThat(service.run("person", "role", "2", "--role", "auditor").out())
                .isEqualTo("Ivo Marsh: auditor\n");
        assertThat(service.asked().get(0).body()).isEqualTo("{\"roles\":[{\"role\":\"auditor\"}]}");
        assertThat(service.run("person", "role", "2").err()).contains("--role is missing");
        service.on("POST /accounts/2/disable", ivo.replace("]}", "], \"disabledAt\": \"2027-03-01T10:00:00Z\"}"));
        assertThat(service.run("person", "disable", "2").out()).isEqualTo("Ivo Marsh: auditor, disabled\n");
        service.on("POST /accounts/2/enable", ivo);
        assertThat(service.run("person", "enable", "2").out()).isEqualTo("Ivo Marsh: auditor\n");
        service.refuse("POST /accounts/1/disable", 409, "This would leave no administrator.");
        assertThat(service.run("person", "disable", "1").exitCode()).isEqualTo(1);
        service.on("POST /accounts/2/password-link", "{\"path\": \"/welcome#other\"}");
        assertThat(service.run("person", "new-password", "2").out()).endsWith("/welcome#other\n");
    }

    @Test
    void sessionsAreListedAndEnded() {
        service.on("GET /accounts/2/sessions", """
                {"sessions": [{"id": "0a1b", "signedInAt": "2027-03-01T10:00:00Z", "seenAt": "2027-03-01T10:05:00Z",
                  "address": "10.0.0.7", "browser": "a browser"}]}""");
        assertThat(service.run("person", "sessions", "2").out()).containsPattern("0a1b .*10\\.0\\.0\\.7 +a browser");
        service.on("DELETE /accounts/2/sessions/0a1b", "");
        assertThat(service.run("person", "end-session", "2", "0a1b").out()).isEqualTo("Session 0a1b has ended.\n");
        service.on("GET /accounts/2/sessions", "{\"sessions\": []}");
        assertThat(service.run("person", "sessions", "2").out()).isEqualTo("No open session.\n");
    }

    @Test
    void groupsAreMadeFilledAndRemoved() {
        service.on("POST /groups", "{\"name\": \"pilots\", \"members\": []}");
        assertThat(service.run("group", "add", "pilots").out()).isEqualTo("Group pilots is added.\n");
        service.on("PUT /groups/pilots/members", "{\"name\": \"pilots\", \"members\": [1, 3]}");
        assertThat(service.run("group", "members", "pilots", "1", "3").out())
                .isEqualTo("Group pilots has 2 members.\n");
        assertThat(service.asked().get(1).body()).isEqualTo("{\"members\":[1,3]}");
        service.on("GET /groups", "{\"groups\": [{\"name\": \"pilots\", \"members\": [1, 3]}]}");
        assertThat(service.run("group", "list").out()).containsPattern("pilots +1, 3");
        service.on("DELETE /groups/pilots", "");
        assertThat(service.run("group", "remove", "pilots").out()).isEqualTo("Group pilots is deleted.\n");
    }

    @Test
    void aTokenIsPrintedOnceListedAndRevoked() {
        service.on("POST /tokens", "{\"token\": \"lectomen_abc\", \"made\": {\"id\": 3}}");
        assertThat(service.run("token", "add", "scales", "--role", "operator", "--rule", "permits", "--days", "30")
                        .out())
                .isEqualTo("lectomen_abc\n");
        assertThat(service.asked().get(0).body())
                .contains(
                        "\"role\":\"operator\"",
                        "\"rules\":[\"permits\"]",
                        "\"name\":\"scales\"",
                        "\"expiresAt\":\"20");
        service.on("GET /tokens", """
                {"tokens": [{"id": 3, "name": "scales", "roles": [{"role": "operator"}]},
                            {"id": 4, "name": "old", "roles": [], "revokedAt": "2027-03-01T10:00:00Z"}]}""");
        assertThat(service.run("token", "list").out())
                .containsPattern("3 +scales +operator +never +never")
                .containsPattern("4 +old +none +revoked");
        service.on("DELETE /tokens/3", "");
        assertThat(service.run("token", "revoke", "3").out()).isEqualTo("Token 3 is revoked.\n");
    }

    @Test
    void aConnectionShowsWhatItHasAndAnEffectWhetherItStands() {
        service.on("GET /connections/archive/contents?folder=Permits%2F2027", """
                {"entries": [{"name": "a", "folder": true, "size": 0},
                             {"name": "heron.pdf", "folder": false, "size": 1200, "changedAt": "2027-03-01T10:00:00Z"}],
                 "more": true}""");
        assertThat(service.run("connection", "contents", "archive", "Permits/2027")
                        .out())
                .contains("a/\n")
                .containsPattern("heron\\.pdf +1\\.2 kB +2027-03-01")
                .contains("There are more.");
        service.on("GET /effects/1-e7/verify", "{\"result\": \"as filed\", \"words\": \"It is there.\"}");
        assertThat(service.run("effect", "verify", "1-e7").out()).isEqualTo("It is there.\n");
        service.on("GET /effects/1-e7/verify", "{\"result\": \"gone\", \"words\": \"It is no longer there.\"}");
        assertThat(service.run("effect", "verify", "1-e7").exitCode()).isEqualTo(1);
    }
}
