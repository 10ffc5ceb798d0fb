package lectomen.demo;

import java.io.IOException;

/** One permit of the demo with its rule, for measurements. */
public final class DemoPermit {
    private DemoPermit() {}

    /** A PDF of one page. */
    public static byte[] onePage() throws IOException {
        return PermitLayouts.form(
                new Permit("MHP-2027-0032", "Lapwing", "Tallow Quay 2", "01/04/2027", "96.00", "For measuring."));
    }

    /** The rule that takes it, which files to the connection that a home has from its first start. */
    public static String rule() throws IOException {
        return DemoMain.resource("mooring-permits.yaml")
                .replace("in: harbour-archive", "in: archive")
                .replaceFirst("(?s)\nthen:.*", "\n"); // by itself it hands over to nobody
    }

    /** The shared part that the rule names. */
    public static String part() throws IOException {
        return DemoMain.resource("mooring-permit.yaml");
    }

    /** The table that the rule uses, as CSV. */
    public static String vessels() throws IOException {
        return DemoMain.resource("vessels.csv");
    }
}
