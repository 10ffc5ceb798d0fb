package lectomen.demo;

import java.util.List;
import tools.jackson.databind.json.JsonMapper;

/** People of Marrowick Harbour, each with a role of their own. */
final class HarbourStaff {
    static final String PASSWORD = "high water at Marrowick";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** @param role and what it is limited to, as parts of a call */
    private record Member(String name, String signIn, String role) {}

    private static final List<Member> STAFF = List.of(
            new Member(
                    "Ivo Marsh", "ivo", "role=operator&rules=mooring-permits&rules=tide-bulletins&groups=ferry-office"),
            new Member("Nell Fathom", "nell", "role=auditor&groups=records-office"),
            new Member("Bram Sluice", "bram", "role=rule%20author&groups=records-office"),
            new Member("Ida Wren", "ida", "role=operator&groups=records-office"),
            new Member("Tam Welling", "tam", "role=approver&groups=harbour-engineers"),
            new Member("Greta Holm", "greta", "role=approver&groups=harbour-master"));

    private HarbourStaff() {}

    /** Makes the groups that rules name. */
    static void formGroups(DemoService service) {
        for (String group : List.of("ferry-office", "records-office", "harbour-engineers", "harbour-master")) {
            service.postJson("/groups", "{\"name\": \"" + group + "\"}");
        }
    }

    /** Has each of them join as by an invitation. */
    static void join(DemoService service) {
        for (Member member : STAFF) {
            String link = service.post("/welcome-links?" + member.role(), "")
                    .path("path")
                    .asString();
            service.postJson(
                    "/welcome",
                    JSON.createObjectNode()
                            .put("code", link.replaceFirst(".*#", ""))
                            .put("name", member.name())
                            .put("signIn", member.signIn())
                            .put("password", PASSWORD)
                            .toString());
        }
    }
}
