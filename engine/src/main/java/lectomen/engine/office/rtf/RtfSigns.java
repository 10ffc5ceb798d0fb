package lectomen.engine.office.rtf;

import java.util.Map;

/** Characters that have control words of their own. */
final class RtfSigns {
    static final Map<String, String> BY_WORD = Map.of(
            "emdash", "\u2014",
            "endash", "\u2013",
            "lquote", "\u2018",
            "rquote", "\u2019",
            "ldblquote", "\u201C",
            "rdblquote", "\u201D",
            "bullet", "\u2022",
            "emspace", "\u2003",
            "enspace", "\u2002");

    private RtfSigns() {}
}
