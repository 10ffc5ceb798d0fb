package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;

/** Headers and footers: which a page has, how much space they need, and what is drawn. */
final class RunningHeads {
    /** Where a page's text begins and ends. */
    record Room(double top, double bottom) {}

    /** What is known of a page once all are laid out. */
    record Numbers(String page, int pages, int sectionPages) {}

    private final FlowDocument document;
    private final Setting setting;
    private final GalleyMaker galleys;
    private final IdentityHashMap<List<Block>, Double> heights = new IdentityHashMap<>();

    RunningHeads(FlowDocument document, Setting setting) {
        this.document = document;
        this.setting = setting;
        this.galleys = new GalleyMaker(setting, (note, node) -> Optional.empty());
    }

    private Optional<List<Block>> choose(Section.Running running, PageDraft page) {
        if (page.firstOfSection && page.section.titlePage()) {
            return running.first();
        }
        boolean even = document.apart().evenDiffers() && page.number % 2 == 0;
        return even ? running.even() : running.usual();
    }

    /** A head that is higher than its margin moves the text down. A margin below zero stands fast. */
    Room room(PageDraft page) {
        Section.Paper paper = page.section.paper();
        double head = choose(page.section.heads(), page)
                .map(blocks -> height(blocks, paper))
                .orElse(0.0);
        double foot = choose(page.section.feet(), page)
                .map(blocks -> height(blocks, paper))
                .orElse(0.0);
        double top = head > 0 ? Math.max(paper.top(), paper.head() + head) : paper.top();
        double bottom = paper.height() - (foot > 0 ? Math.max(paper.bottom(), paper.foot() + foot) : paper.bottom());
        // Heads that leave no room are cut.
        return bottom - top < paper.height() / 10
                ? new Room(paper.top(), paper.height() - paper.bottom())
                : new Room(top, bottom);
    }

    private double height(List<Block> blocks, Section.Paper paper) {
        Double known = heights.get(blocks);
        if (known == null) {
            known = galleys.plate(blocks, paper.textWidth(), Node.ORNAMENT).height();
            heights.put(blocks, known);
        }
        return known;
    }

    /** What is drawn at a page's top. */
    List<Mark> head(PageDraft page, Numbers numbers) {
        return choose(page.section.heads(), page)
                .map(blocks -> marks(blocks, page, numbers, true))
                .orElse(List.of());
    }

    List<Mark> foot(PageDraft page, Numbers numbers) {
        return choose(page.section.feet(), page)
                .map(blocks -> marks(blocks, page, numbers, false))
                .orElse(List.of());
    }

    private List<Mark> marks(List<Block> blocks, PageDraft page, Numbers numbers, boolean atTop) {
        Section.Paper paper = page.section.paper();
        MarkGroup plate = galleys.plate(numbered(blocks, numbers), paper.textWidth(), Node.ORNAMENT);
        double top = atTop ? paper.head() : paper.height() - paper.foot() - plate.height();
        List<Mark> marks = new ArrayList<>();
        plate.marks().forEach(mark -> marks.add(mark.moved(paper.left(), top)));
        return marks;
    }

    /** With this page's numbers in place of their fields, so that what stands beside them finds its true place. */
    private List<Block> numbered(List<Block> blocks, Numbers numbers) {
        return blocks.stream().map(block -> numbered(block, numbers)).toList();
    }

    private Block numbered(Block block, Numbers numbers) {
        if (block instanceof Aside aside) {
            return new Aside(numbered(aside.blocks(), numbers), aside.placement(), aside.width(), aside.least());
        }
        return block instanceof Paragraph paragraph ? numbered(paragraph, numbers) : numbered((Table) block, numbers);
    }

    private Paragraph numbered(Paragraph paragraph, Numbers numbers) {
        if (paragraph.inlines().stream().noneMatch(Inline.Field.class::isInstance)) {
            return paragraph;
        }
        List<Inline> inlines = new ArrayList<>();
        for (Inline inline : paragraph.inlines()) {
            if (inline instanceof Inline.Field field) {
                setting.drawn(ContentInventory.Kind.FIELD, field);
                inlines.add(new Inline.Text(value(field.what(), field.numeral(), numbers), field.look(), ""));
            } else {
                inlines.add(inline);
            }
        }
        return new Paragraph(paragraph.style(), paragraph.look(), paragraph.mark(), paragraph.label(), inlines);
    }

    private Table numbered(Table table, Numbers numbers) {
        List<Table.Row> rows = table.rows().stream()
                .map(row -> new Table.Row(
                        row.cells().stream()
                                .map(cell -> new Table.Cell(
                                        cell.column(),
                                        cell.across(),
                                        cell.down(),
                                        cell.edges(),
                                        cell.shading(),
                                        cell.inside(),
                                        cell.unbroken(),
                                        cell.degrees(),
                                        numbered(cell.blocks(), numbers)))
                                .toList(),
                        row.height(),
                        row.exactly(),
                        row.head(),
                        row.together()))
                .toList();
        Table copy = new Table(
                table.columns(), table.wanted(), table.fits(), table.align(), table.indent(), rows, table.fromRight());
        setting.drawnAgain(ContentInventory.Kind.TABLE, table, copy);
        return copy;
    }

    static String value(Inline.Field.What kind, lectomen.engine.flow.Numeral numeral, Numbers numbers) {
        return switch (kind) {
            case PAGE -> numbers.page();
            case PAGES -> numeral.of(numbers.pages());
            case SECTION_PAGES -> numeral.of(numbers.sectionPages());
        };
    }
}
