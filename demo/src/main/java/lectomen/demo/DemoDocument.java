package lectomen.demo;

import java.util.List;

/**
 * A document of the demo and what the scenario expects of it.
 *
 * @param folder the hot folder below the inbox
 * @param how it gets there
 * @param state the state its job must end in
 * @param reason the code of the reason; empty for none
 * @param places all the places below the archive that it may have, and at least one it must; empty for none
 * @param rule the rule whose job counts; empty for the first job of that name
 */
record DemoDocument(
        String folder,
        String name,
        byte[] bytes,
        How how,
        String tells,
        String state,
        String reason,
        List<String> places,
        String rule) {
    enum How {
        /** Copied into the folder, as most people do. */
        COPIED,
        /** Copied in pieces over several seconds. */
        SLOWLY,
        /** Written elsewhere and moved in whole. */
        MOVED,
        /** Moved in whole once all before are at their end. */
        LATER,
        /** Not dropped: another rule hands it over. */
        HANDED_OVER
    }

    static DemoDocument filed(String folder, String name, byte[] bytes, How how, String tells, String... places) {
        return new DemoDocument(folder, name, bytes, how, tells, "filed", "", List.of(places), "");
    }

    static DemoDocument refused(String folder, String name, byte[] bytes, String tells, String state, String reason) {
        return new DemoDocument(folder, name, bytes, How.COPIED, tells, state, reason, List.of(), "");
    }

    static DemoDocument handedOver(DemoDocument document, String rule, String tells, String place) {
        return new DemoDocument(
                document.folder(),
                document.name(),
                document.bytes(),
                How.HANDED_OVER,
                tells,
                "filed",
                "",
                List.of(place),
                rule);
    }

    boolean isDropped() {
        return how != How.HANDED_OVER;
    }
}
