package lectomen.engine.office.docx;

import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Look;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.TabStop;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/**
 * How a paragraph and its runs look, by all that has a say: the document's defaults, the table around it, its style, its list, and what
 * it says itself, each over the one before (ISO/IEC 29500-1, 17.7.2). A list that the style names lies below the style's own indents.
 */
record ParagraphLooks(
        DocxContext context,
        String style,
        Look below,
        Look ownOfStyle,
        Look paragraph,
        Look mark,
        Optional<Paragraph.Label> label) {

    static ParagraphLooks of(DocxContext context, Optional<Element> properties, Look table) {
        DocxStyles styles = context.styles;
        String style = properties
                .flatMap(one -> Xml.find(one, "pStyle"))
                .map(one -> Xml.attribute(one, "val"))
                .filter(styles::has)
                .orElse(styles.usualParagraph());
        Look own = styles.own(style);
        Look below = table.over(styles.base());
        Look direct = styles.looks().paragraph(properties);
        Look text = own.over(below);
        Look mark = styles.looks()
                .run(properties.flatMap(one -> Xml.find(one, "rPr")))
                .over(text);
        Optional<Element> directNumber = properties.flatMap(one -> Xml.find(one, "numPr"));
        Optional<Element> number = directNumber.isPresent() ? directNumber : styles.findOfParagraph(style, "numPr");
        Optional<DocxNumbering.Item> item = number.flatMap(one -> item(context, one, style, mark));
        Look look;
        if (item.isEmpty()) {
            look = direct.over(own).over(below);
        } else if (directNumber.isPresent()) {
            look = direct.over(item.get().paragraph()).over(own).over(below);
        } else {
            look = direct.over(own).over(item.get().paragraph()).over(below);
        }
        List<TabStop> lower =
                Looks.joined(item.map(one -> one.paragraph().get(Trait.TABS)).orElse(List.of()), own.get(Trait.TABS));
        look = look.with(Trait.TABS, Looks.joined(direct.get(Trait.TABS), lower));
        return new ParagraphLooks(context, style, below, own, look, mark, item.map(DocxNumbering.Item::label));
    }

    private static Optional<DocxNumbering.Item> item(DocxContext context, Element number, String style, Look mark) {
        String list =
                Xml.find(number, "numId").map(one -> Xml.attribute(one, "val")).orElse("0");
        int level =
                Xml.find(number, "ilvl").map(one -> Xml.whole(one, "val", 0)).orElse(-1);
        if (list.equals("0")) {
            return Optional.empty();
        }
        return context.numbering.next(list, level >= 0 ? level : context.numbering.levelOf(list, style), mark);
    }

    /** The look of a run. */
    Look run(Optional<Element> properties) {
        Look all = ownOfStyle.over(below);
        Optional<String> character = properties
                .flatMap(one -> Xml.find(one, "rStyle"))
                .map(one -> Xml.attribute(one, "val"))
                .filter(context.styles::has);
        Look styled =
                character.isPresent() ? DocxStyles.overlaid(context.styles.own(character.get()), ownOfStyle, all) : all;
        return context.styles.looks().run(properties).over(styled);
    }
}
