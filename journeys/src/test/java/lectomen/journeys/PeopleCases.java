package lectomen.journeys;

import java.util.List;
import lectomen.journeys.EndpointCases.Case;

/** The calls about people, groups and tokens, each with a good and a bad answer. Person 1 is the only one but for person 2. */
final class PeopleCases {
    private static final String JSON_TYPE = "application/json";

    static final List<Case> ALL = List.of(
            Case.good("accounts.list", "GET /accounts", "\"signIn\":\"tess\""),
            Case.bad("accounts.list", "DELETE /accounts", 405, "bad-request", "DELETE"),
            Case.good("accounts.setRoles", "PUT /accounts/2/roles", "rule author")
                    .with(JSON_TYPE, "{\"roles\": [{\"role\": \"rule author\", \"rules\": [\"tickets\"]}]}"),
            Case.bad("accounts.setRoles", "PUT /accounts/1/roles", 409, "last-administrator", "else administrator")
                    .with(JSON_TYPE, "{\"roles\": []}"),
            Case.bad("accounts.setRoles", "PUT /accounts/2/roles", 400, "bad-request", "unknown role")
                    .with(JSON_TYPE, "{\"roles\": [{\"role\": \"king\"}]}"),
            Case.good("accounts.disable", "POST /accounts/2/disable", "disabledAt"),
            Case.bad("accounts.disable", "POST /accounts/1/disable", 409, "last-administrator", "no administrator"),
            Case.good("accounts.enable", "POST /accounts/2/enable", "Tess Quill"),
            Case.bad("accounts.enable", "POST /accounts/77/enable", 404, "no-such-person", "77"),
            Case.good("accounts.passwordLink", "POST /accounts/2/password-link", "/welcome#"),
            Case.bad("accounts.passwordLink", "POST /accounts/77/password-link", 404, "no-such-person", "77"),
            Case.good("accounts.setAbsence", "PUT /accounts/2/absence", "\"delegate\":1")
                    .with(JSON_TYPE, "{\"until\": \"2030-01-01T00:00:00Z\", \"delegate\": 1}"),
            Case.bad("accounts.setAbsence", "PUT /accounts/2/absence", 422, "bad-person", "their own delegate")
                    .with(JSON_TYPE, "{\"until\": \"2030-01-01T00:00:00Z\", \"delegate\": 2}"),
            Case.good("notices.choices", "GET /accounts/2/notices", "at once"),
            Case.bad("notices.choices", "GET /accounts/77/notices", 404, "no-such-person", "77"),
            Case.good("notices.choose", "PUT /accounts/2/notices", "\"quietTo\":\"06:30\"")
                    .with(
                            JSON_TYPE,
                            "{\"mail\": \"ivo@marrowick.example\", \"quietFrom\": \"22:00\", \"quietTo\": \"06:30\","
                                    + " \"choices\": {\"failed\": \"hourly\"}}"),
            Case.bad("notices.choose", "PUT /accounts/2/notices", 422, "bad-person", "no mail address")
                    .with(JSON_TYPE, "{\"mail\": \"the quay\"}"),
            Case.bad("notices.choose", "PUT /accounts/2/notices", 422, "bad-person", "daily at a time")
                    .with(JSON_TYPE, "{\"choices\": {\"failed\": \"sometimes\"}}"),
            Case.bad("notices.inbox", "GET /notices", 401, "sign-in-needed", "signed in"),
            Case.bad("notices.inbox", "GET /notices?limit=0", 400, "bad-request", "1 to 200"),
            Case.bad("notices.readAll", "POST /notices/read", 401, "sign-in-needed", "signed in"),
            Case.bad("notices.read", "POST /notices/0/read", 400, "bad-request", "number of a notice"),
            Case.good("accounts.sessions", "GET /accounts/1/sessions", "signedInAt"),
            Case.bad("accounts.sessions", "GET /accounts/77/sessions", 404, "no-such-person", "77"),
            Case.bad("accounts.endSession", "DELETE /accounts/1/sessions/none", 400, "bad-request", "no such session"),
            Case.good("accounts.link", "PUT /accounts/2/identity", "\"signsInAt\":[\"directory\"]")
                    .with(JSON_TYPE, "{\"provider\": \"directory\", \"subject\": \"uid=ivo,ou=people\"}"),
            Case.bad("accounts.link", "PUT /accounts/1/identity", 422, "bad-person", "already")
                    .with(JSON_TYPE, "{\"provider\": \"directory\", \"subject\": \"uid=ivo,ou=people\"}"),
            Case.bad("accounts.link", "PUT /accounts/1/identity", 400, "bad-request", "unknown provider")
                    .with(JSON_TYPE, "{\"provider\": \"elsewhere\", \"subject\": \"ivo\"}"),
            Case.good("accounts.unlink", "DELETE /accounts/2/identity/directory", "\"signsInAt\":[]"),
            Case.bad(
                    "accounts.unlink",
                    "DELETE /accounts/2/identity/directory",
                    400,
                    "bad-request",
                    "not sign in there"),
            Case.bad("secondFactor.begin", "POST /session/second-factor", 401, "sign-in-needed", "signed in"),
            Case.bad("secondFactor.confirm", "PUT /session/second-factor", 401, "sign-in-needed", "signed in")
                    .with(JSON_TYPE, "{\"code\": \"123456\"}"),
            Case.bad("secondFactor.remove", "DELETE /session/second-factor", 401, "sign-in-needed", "signed in"),
            Case.bad(
                    "secondFactor.removeOf", "DELETE /accounts/2/second-factor", 422, "bad-person", "no second factor"),
            Case.bad("openId.begin", "GET /session/openid", 404, "no-openid", "not configured"),
            Case.good("openId.comeBack", "GET /session/openid/return?state=forged", "")
                    .answering(302),
            Case.good("groups.make", "POST /groups", "pilots")
                    .with(JSON_TYPE, "{\"name\": \"pilots\"}")
                    .answering(201),
            Case.bad("groups.make", "POST /groups", 422, "bad-person", "already")
                    .with(JSON_TYPE, "{\"name\": \"pilots\"}"),
            Case.good("groups.list", "GET /groups", "pilots"),
            Case.bad("groups.list", "PATCH /groups", 405, "bad-request", "PATCH"),
            Case.good("groups.setMembers", "PUT /groups/pilots/members", "[1]").with(JSON_TYPE, "{\"members\": [1]}"),
            Case.bad("groups.setMembers", "PUT /groups/divers/members", 404, "no-such-group", "divers")
                    .with(JSON_TYPE, "{\"members\": [1]}"),
            Case.bad("groups.setMembers", "PUT /groups/pilots/members", 404, "no-such-person", "77")
                    .with(JSON_TYPE, "{\"members\": [77]}"),
            Case.good("groups.remove", "DELETE /groups/pilots", "").answering(204),
            Case.bad("groups.remove", "DELETE /groups/pilots", 404, "no-such-group", "pilots"),
            Case.good("tokens.make", "POST /tokens", "lectomen_")
                    .with(JSON_TYPE, "{\"name\": \"scales\", \"role\": \"auditor\"}")
                    .answering(201),
            Case.bad("tokens.make", "POST /tokens", 400, "bad-request", "unknown role")
                    .with(JSON_TYPE, "{\"name\": \"scales\"}"),
            Case.good("tokens.list", "GET /tokens", "scales"),
            Case.bad("tokens.list", "PATCH /tokens", 405, "bad-request", "PATCH"),
            Case.good("tokens.revoke", "DELETE /tokens/1", "").answering(204),
            Case.bad("tokens.revoke", "DELETE /tokens/77", 404, "no-such-token", "77"));

    private PeopleCases() {}
}
