package lectomen.demo;

import java.util.List;

/**
 * A document of the demo and what the scenario expects of it.
 *
 * @param folder the hot folder below the inbox
 * @param how it gets there
 * @param state the state its job must end in
 * @param reason the code of the reason; empty for none
 * @param places the places below the archive of which it must have one; empty for none
 */
record DemoDocument(
        String folder,
        String name,
        byte[] bytes,
        How how,
        String tells,
        String state,
        String reason,
        List<String> places) {
    enum How {
        /** Copied into the folder, as most people do. */
        COPIED,
        /** Copied in pieces over several seconds. */
        SLOWLY,
        /** Written elsewhere and moved in whole. */
        MOVED
    }

    static DemoDocument filed(String folder, String name, byte[] bytes, How how, String tells, String... places) {
        return new DemoDocument(folder, name, bytes, how, tells, "filed", "", List.of(places));
    }

    static DemoDocument refused(String folder, String name, byte[] bytes, String tells, String state, String reason) {
        return new DemoDocument(folder, name, bytes, How.COPIED, tells, state, reason, List.of());
    }
}
