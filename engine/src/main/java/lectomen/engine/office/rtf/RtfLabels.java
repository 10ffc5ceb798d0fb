package lectomen.engine.office.rtf;

import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.SymbolSigns;

/** The labels of list items: as the saving program counted them, or counted by the file's list tables. */
final class RtfLabels {
    private final RtfFront front;

    RtfLabels(RtfFront front) {
        this.front = front;
    }

    Paragraph.Label stored(String text, Formatting look, int font) {
        return label(text, look, Math.max(0, font), Paragraph.After.TAB, false, "list", 0);
    }

    /** @param mark the formatting of the paragraph's end */
    Paragraph.Label counted(RtfLists.Item item, Formatting mark, int level) {
        RtfLists.Level of = item.level();
        Formatting look = of.label().over(mark.with(FormatProperty.UNDERLINE, FormatProperty.Underline.NONE));
        return label(item.text(), look, of.font(), of.after(), of.toTheRight(), item.counter(), level);
    }

    private Paragraph.Label label(
            String text, Formatting look, int font, Paragraph.After after, boolean toTheRight, String list, int level) {
        boolean symbol = front.font(font).isSymbol() || SymbolSigns.isSymbolFont(look.get(FormatProperty.FONT));
        return new Paragraph.Label(
                SymbolSigns.plain(text, symbol ? look.get(FormatProperty.FONT) : ""),
                symbol ? look.with(FormatProperty.FONT, front.usualFont().name()) : look,
                after,
                toTheRight,
                list,
                level);
    }
}
