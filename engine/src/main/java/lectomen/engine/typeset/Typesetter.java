package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Section;
import lectomen.engine.font.FontBook;

/**
 * Lays out a document.
 *
 * <pre>{@code
 * Typeset set = Typesetter.set(document, FontBook.shipped());
 * int pages = set.pages().size();
 * }</pre>
 */
public final class Typesetter {
    private Typesetter() {}

    public static Typeset set(FlowDocument document, FontBook fonts) {
        Setting setting = new Setting(fonts, document.apart());
        Node root = Node.document();
        RunningHeads heads = new RunningHeads(document, setting);
        List<PageDraft> drafts = new PageMaker(document, setting, heads, root).pages();
        List<SetPage> pages = new ArrayList<>();
        List<Typeset.Heading> headings = new ArrayList<>();
        for (int i = 0; i < drafts.size(); i++) {
            PageDraft draft = drafts.get(i);
            pages.add(page(document, draft, heads, numbers(drafts, draft)));
            for (Column column : draft.columns()) {
                for (Column.Put put : column.all()) {
                    int page = i + 1;
                    put.strip()
                            .heading
                            .ifPresent(heading -> headings.add(
                                    new Typeset.Heading(heading.level(), heading.title(), page, put.top())));
                }
            }
        }
        return new Typeset(pages, root, headings, setting.allDrawn(), setting.standIns(), setting.missingSigns());
    }

    private static RunningHeads.Numbers numbers(List<PageDraft> drafts, PageDraft of) {
        int inSection = (int) drafts.stream()
                .filter(draft -> draft.sectionNumber == of.sectionNumber)
                .count();
        return new RunningHeads.Numbers(of.label(), drafts.size(), inSection);
    }

    private static SetPage page(
            FlowDocument document, PageDraft draft, RunningHeads heads, RunningHeads.Numbers numbers) {
        Section.Paper paper = draft.section.paper();
        List<Mark> marks = new ArrayList<>();
        document.apart()
                .background()
                .ifPresent(
                        colour -> marks.add(new Mark.Fill(0, 0, paper.width(), paper.height(), colour, Node.ORNAMENT)));
        marks.addAll(draft.behind());
        marks.addAll(PaperEdges.of(paper));
        marks.addAll(heads.head(draft, numbers));
        for (Mark mark : draft.body()) {
            marks.add(mark instanceof Mark.Counted number ? numbered(number, numbers) : mark);
        }
        marks.addAll(heads.foot(draft, numbers));
        return new SetPage(paper.width(), paper.height(), draft.label(), marks);
    }

    private static Mark.Words numbered(Mark.Counted number, RunningHeads.Numbers numbers) {
        Mark.Words words = number.words();
        String text = RunningHeads.value(Inline.Field.What.valueOf(number.kind().name()), number.numeral(), numbers);
        return new Mark.Words(
                text,
                words.font(),
                words.size(),
                words.colour(),
                words.left(),
                words.baseline(),
                words.width(),
                0,
                words.spacing(),
                words.stretch(),
                text,
                words.turn(),
                words.node());
    }
}
