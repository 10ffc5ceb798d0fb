package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Table;
import lectomen.engine.office.FrameAsides;
import lectomen.engine.office.OpenFields;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** Reads the blocks of a body, cell, note, text box or running head. */
final class Blocks {
    /** Called for the end of a section, with its properties. */
    @FunctionalInterface
    interface SectionEnd {
        void at(Element properties, List<Block> blocks) throws IOException;
    }

    private final DocxContext context;
    private final DocxPackage.Part part;
    private final Formatting table;
    private final int depth;

    /**
     * @param part that the elements stand in, by whose relationships they refer to others
     * @param table what a table around them gives
     * @param depth how many tables and boxes lie around them
     */
    Blocks(DocxContext context, DocxPackage.Part part, Formatting table, int depth) {
        this.context = context;
        this.part = part;
        this.table = table;
        this.depth = depth;
    }

    Blocks inside(Formatting of) {
        return new Blocks(context, part, of.over(table), depth + 1);
    }

    DocxContext context() {
        return context;
    }

    DocxPackage.Part part() {
        return part;
    }

    List<Block> read(Element parent) throws IOException {
        return read(parent, Optional.empty(), (properties, blocks) -> {});
    }

    /** @param noteMark what stands where a note refers to its own mark */
    List<Block> read(Element parent, Optional<String> noteMark) throws IOException {
        return read(parent, noteMark, (properties, blocks) -> {});
    }

    List<Block> read(Element parent, Optional<String> noteMark, SectionEnd end) throws IOException {
        List<Block> blocks = new ArrayList<>();
        if (depth > DocxContext.DEEPEST) {
            context.inventory.found(ContentInventory.Kind.TABLE);
            context.inventory.leaveOut(ContentInventory.Kind.TABLE, ContentInventory.Why.TOO_DEEP, "");
            return blocks;
        }
        Reading reading = new Reading(noteMark, end);
        reading.read(parent, blocks, 0);
        reading.fields.finish();
        return blocks;
    }

    /** One pass over blocks: fields and bookmarks reach from one into others. */
    private final class Reading {
        private final Optional<String> noteMark;
        private final SectionEnd end;
        private final OpenFields fields = new OpenFields();

        Reading(Optional<String> noteMark, SectionEnd end) {
            this.noteMark = noteMark;
            this.end = end;
        }

        void read(Element parent, List<Block> blocks, int wrapped) throws IOException {
            for (Element one : Xml.unwrapped(parent, DocxContext.WRAPPERS)) {
                read(one, blocks, wrapped, Xml.name(one));
            }
        }

        private void read(Element one, List<Block> blocks, int wrapped, String name) throws IOException {
            switch (name) {
                case "p" -> paragraph(one, blocks);
                case "tbl" -> table(one, blocks);
                case "ins", "moveTo" -> deeper(one, blocks, wrapped);
                case "AlternateContent" -> {
                    Optional<Element> chosen = Runs.chosen(one);
                    if (chosen.isPresent()) {
                        deeper(chosen.get(), blocks, wrapped);
                    }
                }
                case "altChunk" -> {
                    context.inventory.found(ContentInventory.Kind.EMBEDDED);
                    context.inventory.leaveOut(
                            ContentInventory.Kind.EMBEDDED, ContentInventory.Why.NOT_DRAWN, "another document");
                }
                default -> {}
            }
        }

        private void deeper(Element one, List<Block> blocks, int wrapped) throws IOException {
            if (wrapped < DocxContext.DEEPEST) {
                read(one, blocks, wrapped + 1);
            } else {
                context.inventory.tooDeep();
            }
        }

        private void table(Element tbl, List<Block> blocks) throws IOException {
            Table read = new Tables(Blocks.this).read(tbl);
            blocks.add(Xml.find(tbl, "tblPr", "tblpPr")
                    .map(place -> Asides.table(read, place))
                    .orElse(read));
        }

        private void paragraph(Element p, List<Block> blocks) throws IOException {
            Optional<Element> properties = Xml.find(p, "pPr");
            ParagraphFormatting looks = ParagraphFormatting.of(context, properties, table);
            Runs runs = new Runs(Blocks.this, looks, fields, noteMark);
            runs.read(p, 0);
            boolean removed =
                    properties.flatMap(one -> Xml.find(one, "rPr", "del")).isPresent();
            Optional<Paragraph.Label> label = looks.label();
            if (!(removed && runs.inlines().isEmpty())) {
                Paragraph read = new Paragraph(looks.style(), looks.paragraph(), looks.mark(), label, runs.inlines());
                Asides.frame(context.styles, properties, looks.style())
                        .ifPresentOrElse(
                                frame -> FrameAsides.add(Asides.framed(read, frame), blocks), () -> blocks.add(read));
            }
            Optional<Element> section = properties.flatMap(one -> Xml.find(one, "sectPr"));
            if (section.isPresent()) {
                end.at(section.get(), new ArrayList<>(blocks));
                blocks.clear();
            }
        }
    }
}
