package lectomen.demo;

import java.io.IOException;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/** People of Marrowick Harbour at their desks: they review berth inspections and approve them, and send one back. */
final class HarbourDesk {
    /** The harbour master looks at it twice. */
    private static final String SENT_BACK = "berth-09.tif";

    private final SignedInPerson recordsOffice;
    private final SignedInPerson engineer;
    private final SignedInPerson harbourMaster;
    private final Set<String> sentBack = new HashSet<>();

    HarbourDesk(DemoService service) throws IOException {
        recordsOffice = service.signIn("ida", HarbourStaff.PASSWORD);
        engineer = service.signIn("tam", HarbourStaff.PASSWORD);
        harbourMaster = service.signIn("greta", HarbourStaff.PASSWORD);
    }

    /** Has everybody answer what waits for them by now. */
    void workOff() {
        for (JsonNode waiting : recordsOffice.get("/desk").path("tasks")) {
            answer(recordsOffice, waiting, "accept", Map.of("values", Map.of()));
        }
        for (JsonNode waiting : engineer.get("/desk").path("tasks")) {
            answer(engineer, waiting, "approve", Map.of());
        }
        for (JsonNode waiting : harbourMaster.get("/desk").path("tasks")) {
            String name = waiting.path("fileName").asString();
            if (name.equals(SENT_BACK) && sentBack.add(name)) {
                Map<String, String> why =
                        Map.of("to", "review", "reason", "Please compare the depth with the sounding.");
                answer(harbourMaster, waiting, "send-back", why);
            } else {
                answer(harbourMaster, waiting, "approve", Map.of());
            }
        }
    }

    private static void answer(SignedInPerson who, JsonNode waiting, String deed, Map<String, ?> with) {
        String path = "/desk/" + waiting.path("task").asString();
        Map<String, Object> form = new TreeMap<>(with);
        form.put("binding", who.get(path).path("binding").asString());
        who.post(path + "/" + deed, form);
    }
}
