package lectomen.engine.office.docx;

import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.TabStop;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/**
 * The formatting of a paragraph and its runs: the document's defaults, the table around it, its style, its list and its own
 * properties, each overriding the one before (ISO/IEC 29500-1, 17.7.2). A list that the style names lies below the style's own
 * indents.
 */
record ParagraphFormatting(
        DocxContext context,
        String style,
        Formatting below,
        Formatting ownOfStyle,
        Formatting paragraph,
        Formatting mark,
        Optional<Paragraph.Label> label) {

    static ParagraphFormatting of(DocxContext context, Optional<Element> properties, Formatting table) {
        DocxStyles styles = context.styles;
        String style = properties
                .flatMap(one -> Xml.find(one, "pStyle"))
                .map(one -> Xml.attribute(one, "val"))
                .filter(styles::has)
                .orElse(styles.usualParagraph());
        Formatting own = styles.own(style);
        Formatting below = table.over(styles.base());
        Formatting direct = styles.looks().paragraph(properties);
        Formatting text = own.over(below);
        Formatting mark = styles.looks()
                .run(properties.flatMap(one -> Xml.find(one, "rPr")))
                .over(text);
        Optional<Element> directNumber = properties.flatMap(one -> Xml.find(one, "numPr"));
        Optional<Element> number = directNumber.isPresent() ? directNumber : styles.findOfParagraph(style, "numPr");
        Optional<DocxNumbering.Item> item = number.flatMap(one -> item(context, one, style, mark));
        Formatting look;
        if (item.isEmpty()) {
            look = direct.over(own).over(below);
        } else if (directNumber.isPresent()) {
            look = direct.over(item.get().paragraph()).over(own).over(below);
        } else {
            look = direct.over(own).over(item.get().paragraph()).over(below);
        }
        List<TabStop> lower = FormattingReader.joined(
                item.map(one -> one.paragraph().get(FormatProperty.TABS)).orElse(List.of()),
                own.get(FormatProperty.TABS));
        look = look.with(FormatProperty.TABS, FormattingReader.joined(direct.get(FormatProperty.TABS), lower));
        return new ParagraphFormatting(context, style, below, own, look, mark, item.map(DocxNumbering.Item::label));
    }

    private static Optional<DocxNumbering.Item> item(
            DocxContext context, Element number, String style, Formatting mark) {
        String list =
                Xml.find(number, "numId").map(one -> Xml.attribute(one, "val")).orElse("0");
        int level =
                Xml.find(number, "ilvl").map(one -> Xml.whole(one, "val", 0)).orElse(-1);
        if (list.equals("0")) {
            return Optional.empty();
        }
        return context.numbering.next(list, level >= 0 ? level : context.numbering.levelOf(list, style), mark);
    }

    /** The formatting of a run. */
    Formatting run(Optional<Element> properties) {
        Formatting all = ownOfStyle.over(below);
        Optional<String> character = properties
                .flatMap(one -> Xml.find(one, "rStyle"))
                .map(one -> Xml.attribute(one, "val"))
                .filter(context.styles::has);
        Formatting styled =
                character.isPresent() ? DocxStyles.overlaid(context.styles.own(character.get()), ownOfStyle, all) : all;
        return context.styles.looks().run(properties).over(styled);
    }
}
