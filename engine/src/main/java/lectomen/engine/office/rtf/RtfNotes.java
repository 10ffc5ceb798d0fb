package lectomen.engine.office.rtf;

import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Numeral;

/** Counts notes and comments, and gives them their marks. */
final class RtfNotes {
    private final ContentInventory inventory;
    private int footnotes;
    private int endnotes;
    private int comments;

    RtfNotes(ContentInventory inventory) {
        this.inventory = inventory;
    }

    Inline.Note note(RtfStory story, Formatting look) {
        String mark = mark(story);
        if (story.isAtEnd()) {
            endnotes++;
            inventory.found(ContentInventory.Kind.ENDNOTE);
            return new Inline.Note(Inline.Note.Kind.END, mark, look, story.blocks());
        }
        footnotes++;
        inventory.found(ContentInventory.Kind.FOOTNOTE);
        return new Inline.Note(Inline.Note.Kind.FOOT, mark, look, story.blocks());
    }

    Inline.Note comment(RtfStory story, Formatting look) {
        inventory.found(ContentInventory.Kind.COMMENT);
        return new Inline.Note(Inline.Note.Kind.COMMENT, "[c" + ++comments + "]", look, story.blocks());
    }

    /** Of the note that is being read. */
    String mark(RtfStory story) {
        return story.isAtEnd() ? Numeral.ROMAN_SMALL.of(endnotes + 1) : Integer.toString(footnotes + 1);
    }
}
