package lectomen.engine.office.rtf;

import java.util.Set;

/** What happens to the text of a group that begins with a destination word. */
final class RtfDestinations {
    private static final Set<String> OF_THE_FILE =
            Set.of("title", "author", "subject", "keywords", "doccomm", "category");

    private static final Set<String> OF_THE_TEXT =
            Set.of("bkmkstart", "sn", "sv", "listtext", "pntext", "fldinst", "leveltext");

    private static final Set<String> STORIES = Set.of(
            "header",
            "headerl",
            "headerr",
            "headerf",
            "footer",
            "footerl",
            "footerr",
            "footerf",
            "footnote",
            "annotation",
            "shptxt");

    private static final Set<String> PASSED_OVER = Set.of(
            "rsidtbl",
            "generator",
            "xmlnstbl",
            "themedata",
            "colorschememapping",
            "datastore",
            "latentstyles",
            "pgdsctbl",
            "filetbl",
            "revtbl",
            "objdata",
            "objclass",
            "bkmkend",
            "nonshppict",
            "listpicture",
            "listname",
            "liststylename",
            "levelnumbers",
            "pn",
            "pnseclvl",
            "fontemb",
            "fontfile",
            "falt",
            "panose",
            "datafield",
            "template",
            "xe",
            "tc",
            "mmathPr",
            "userprops",
            "docvar",
            "ftnsep",
            "ftnsepc",
            "ftncn",
            "aftnsep",
            "aftnsepc",
            "aftncn",
            "nesttableprops",
            "background",
            "atnid",
            "atnauthor",
            "atndate",
            "atnref",
            "formfield",
            "shprslt",
            "do",
            "blipuid",
            "picprop",
            "defchp",
            "defpap",
            "creatim",
            "revtim",
            "printim",
            "buptim",
            "company",
            "manager",
            "operator",
            "hlinkbase",
            "nonesttables");

    private RtfDestinations() {}

    /** Its text is of no use on a page. */
    static boolean isPassedOver(String word) {
        return PASSED_OVER.contains(word);
    }

    /** Its text is set, apart from what is around it. */
    static boolean isStory(String word) {
        return STORIES.contains(word);
    }

    /** Its text is gathered and says something of the file, or of the text around it. */
    static boolean isGathered(String word, String around) {
        return OF_THE_TEXT.contains(word) || (around.equals("info") && OF_THE_FILE.contains(word));
    }

    /** Its text is the label of an item, as the program that saved the file counted it. */
    static boolean isLabel(String word) {
        return word.equals("listtext") || word.equals("pntext");
    }
}
