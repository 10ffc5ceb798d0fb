package lectomen.engine.step;

import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.naming.NamePattern;

/** The slot values that are known before a document is opened. */
public final class SlotValues {
    private static final String FILE_NAME = "file name";
    private static final String ARRIVED = "arrived";

    static final String TODAY = "today";

    private static final int LONGEST_TEXT_ENDING = 8;

    private SlotValues() {}

    public static Map<String, String> of(FileFacts facts, Site site) {
        Map<String, String> slots = new HashMap<>(site.parameters());
        slots.put(FILE_NAME, facts.stem());
        slots.put(ARRIVED, LocalDate.ofInstant(facts.arrived(), site.zone()).toString());
        Instant now = facts.more().now().orElse(facts.arrived());
        slots.put(TODAY, LocalDate.ofInstant(now, site.zone()).toString());
        facts.more()
                .modified()
                .ifPresent(at -> slots.put(
                        "modified", LocalDate.ofInstant(at, site.zone()).toString()));
        slots.put("sender", facts.more().sender());
        slots.put("folder", facts.more().subfolder());
        slots.put(NamePattern.FOLDER_PATH, facts.more().subfolder());
        slots.put("hot folder", facts.folder().map(SlotValues::lastLevel).orElse(""));
        facts.more().given().forEach((name, value) -> slots.put("given " + name, value));
        List<String> levels = facts.more().levels();
        for (int level = 1; level <= levels.size(); level++) {
            slots.put("folder " + level, levels.get(level - 1));
        }
        return slots;
    }

    private static String lastLevel(String folder) {
        return folder.substring(folder.lastIndexOf('/') + 1);
    }

    public static Set<String> names(Site site) {
        Set<String> names = new TreeSet<>(site.parameters().keySet());
        names.add(FILE_NAME);
        names.add(ARRIVED);
        names.add(TODAY);
        names.add("sender");
        names.add("folder");
        names.add(NamePattern.FOLDER_PATH);
        return names;
    }

    /** The extension of the real type; a type without one of its own, or that the given ending also fits, keeps the given. */
    public static String ending(FileFacts facts, Locale locale) {
        String given = facts.ending();
        String own = facts.type().ending();
        boolean keeps = own.isEmpty()
                || FileType.findByWord(given).filter(facts.type()::equals).isPresent();
        boolean textAnyhow = facts.type() == FileType.TEXT && !given.isEmpty() && given.length() <= LONGEST_TEXT_ENDING;
        return keeps || textAnyhow ? given.toLowerCase(locale) : own;
    }
}
