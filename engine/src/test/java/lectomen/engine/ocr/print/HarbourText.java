package lectomen.engine.ocr.print;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Writes what stands on the papers of a harbour: prose, names, numbers, dates, amounts. The same seed writes the same. */
public final class HarbourText {
    private static final List<String> SENTENCES = List.of(
            "The quay wall was examined from a workboat at low water and again from the deck.",
            "Two rubber fenders have torn loose; their chains hang below the waterline.",
            "Nothing was found that would stop the berth from being used tonight.",
            "Surveyors asked for a second sounding because the echo was unclear near the dolphin.",
            "A hatch cover swung during unloading and bent the handrail of the gangway.",
            "The crane driver reported that the limit switch answered too late on Tuesday.",
            "Please return one signed copy to the harbour office before the end of the week.",
            "Ships drawing more than nine metres must wait for the flood tide at the outer buoy.",
            "Spare shackles, wire rope and grease were taken from the store without a note.",
            "Paint on the bollards is flaking, yet the castings underneath look sound.",
            "Both divers surfaced early since visibility had dropped to less than half a metre.",
            "Dredging of the inner basin begins in autumn and will last about six weeks.",
            "Lamps along the breakwater failed twice; a fuse was changed and the cable tested.",
            "Cargo stowed on the open deck has to be lashed and checked every four hours.",
            "No claim for delay will be accepted unless it is made in writing within ten days.",
            "The tug waited alongside while the mooring gang replaced a parted spring line.",
            "Oil was seen between the hull and the jetty, and a boom was laid at once.",
            "Bunkering may start when the checklist has been signed by both parties.",
            "Weights are those given by the shipper and were not verified on the quay.",
            "Gravel, timber and machinery parts arrived mixed and were sorted in shed three.",
            "A new ladder of galvanised steel is to be fixed at the northern corner.",
            "Rust has eaten through the lower flange; welding is possible only in dry weather.",
            "Visitors must report to the gatehouse, wear a helmet and keep behind the yellow line.",
            "The pilot boarded an hour late owing to fog, which lifted shortly after sunrise.",
            "Echo soundings were reduced to chart datum with the readings of the tide gauge.",
            "This certificate is valid for twelve months unless the gear is altered or damaged.",
            "Water samples were taken at three depths and sent to the laboratory the same day.",
            "All slings passed the load test except number eleven, which has been cut up.",
            "Loose stones were removed from the slipway and the winch house was locked.",
            "Charges are payable on arrival; a receipt is given for every payment.");

    private static final List<String> NAMES = List.of(
            "Aldous Fenwick",
            "Berit Osk",
            "Corin Hale",
            "Dagny Wexley",
            "Edwin Tarrow",
            "Freya Quill",
            "Gethin Moss",
            "Hilda Brackwater",
            "Ivo Sandling",
            "Jorun Pike",
            "Kester Vale",
            "Liv Harrowgate",
            "Morven Tide",
            "Osric Lunt");
    private static final List<String> VESSELS = List.of(
            "Silver Petrel",
            "Anna of Skerry",
            "Grey Heron",
            "Northern Lass",
            "Tern",
            "Blue Thistle",
            "Maid of Orrin",
            "Kittiwake II",
            "Sea Holly",
            "Brave Curlew",
            "Saltmarsh",
            "Ocean Jasper");
    private static final List<String> GOODS = List.of(
            "Wire rope",
            "Shackle, bow",
            "Fender panel",
            "Mooring line",
            "Rubber seal",
            "Paint, red",
            "Grease, marine",
            "Bollard cap",
            "Anode, zinc",
            "Safety net",
            "Lamp, LED",
            "Chain, 16 mm",
            "Ladder rung",
            "Hose clamp");

    private final Random random;

    public HarbourText(Random random) {
        this.random = random;
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private String format(String form, Object... values) {
        return String.format(Locale.ROOT, form, values);
    }

    /** A sentence; now and then one with numbers or codes. */
    public String sentence() {
        return switch (random.nextInt(6)) {
            case 0 -> format("Berth %d was inspected on %s by %s.", 1 + random.nextInt(40), date(), name());
            case 1 -> format("Order %s over %s is due on %s.", order(), amount(), date());
            default -> one(SENTENCES);
        };
    }

    public String name() {
        return one(NAMES);
    }

    public String vessel() {
        return one(VESSELS);
    }

    public String goods() {
        return one(GOODS);
    }

    public String date() {
        int day = 1 + random.nextInt(28);
        int month = 1 + random.nextInt(12);
        int year = 2019 + random.nextInt(20);
        List<String> months = List.of(
                "January",
                "February",
                "March",
                "April",
                "May",
                "June",
                "July",
                "August",
                "September",
                "October",
                "November",
                "December");
        return switch (random.nextInt(3)) {
            case 0 -> format("%02d/%02d/%d", day, month, year);
            case 1 -> format("%d-%02d-%02d", year, month, day);
            default -> format("%d %s %d", day, months.get(month - 1), year);
        };
    }

    public String amount() {
        return format("£%,d.%02d", 1 + random.nextInt(9_999), random.nextInt(100));
    }

    public String order() {
        return format("MHP-%d-%04d", 2019 + random.nextInt(20), random.nextInt(10_000));
    }

    /** Without letters that look like digits, which are left out of such numbers. */
    public String part() {
        return format("%c%c-%d%c", letter(), letter(), 100 + random.nextInt(900), letter());
    }

    private char letter() {
        return "ABCDEFGHJKLMNPRSTUVWXYZ".charAt(random.nextInt(23));
    }

    public String depth() {
        return format("%d.%d m", 1 + random.nextInt(14), random.nextInt(10));
    }

    public String count() {
        return Integer.toString(1 + random.nextInt(400));
    }

    public String time() {
        return format("%02d:%02d", random.nextInt(24), random.nextInt(60));
    }

    /** So many words of running text. */
    public List<String> words(int count) {
        List<String> words = new ArrayList<>();
        while (words.size() < count) {
            words.addAll(List.of(sentence().split(" ")));
        }
        return words.subList(0, count);
    }
}
