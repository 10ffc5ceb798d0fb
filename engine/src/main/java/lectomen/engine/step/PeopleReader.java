package lectomen.engine.step;

import java.util.List;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** Reads whom a step asks. */
public final class PeopleReader {
    private PeopleReader() {}

    /** The groups and people under a word. @param required whether there must be some */
    public static List<Contact> read(Section section, String word, boolean required) {
        if (required) {
            section.require(word);
        }
        return section.texts(word).stream().map(PeopleReader::contact).toList();
    }

    private static Contact contact(Node.Text text) {
        return new Contact(text.text(), text.spot().line(), text.spot().column());
    }
}
