package lectomen.engine.office.rtf;

import lectomen.engine.flow.Look;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.SymbolSigns;

/** What stands before items of lists: as the program that saved the file counted it, or as the file's lists count it. */
final class RtfLabels {
    private final RtfFront front;

    RtfLabels(RtfFront front) {
        this.front = front;
    }

    Paragraph.Label stored(String text, Look look, int font) {
        return label(text, look, Math.max(0, font), Paragraph.After.TAB, false, "list", 0);
    }

    /** @param mark the look of the paragraph's end */
    Paragraph.Label counted(RtfLists.Item item, Look mark, int level) {
        RtfLists.Level of = item.level();
        Look look = of.label().over(mark.with(Trait.UNDERLINE, Trait.Underline.NONE));
        return label(item.text(), look, of.font(), of.after(), of.toTheRight(), item.counter(), level);
    }

    private Paragraph.Label label(
            String text, Look look, int font, Paragraph.After after, boolean toTheRight, String list, int level) {
        boolean symbol = front.font(font).isSymbol() || SymbolSigns.isSymbolFont(look.get(Trait.FONT));
        return new Paragraph.Label(
                SymbolSigns.plain(text, symbol ? look.get(Trait.FONT) : ""),
                symbol ? look.with(Trait.FONT, front.usualFont().name()) : look,
                after,
                toTheRight,
                list,
                level);
    }
}
