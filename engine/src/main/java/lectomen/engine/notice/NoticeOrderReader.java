package lectomen.engine.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.mail.MailAddress;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads {@code notify:} of a follow-up: names alone, or names with a subject and a text. */
public final class NoticeOrderReader {
    private static final String WORD = "notify";
    private static final String TO = "to";

    private final List<Problem> problems;
    private final boolean canMail;
    private final Function<Node.Text, Optional<NamePattern>> pattern;

    /**
     * @param canMail whether there is a mail connection
     * @param pattern reads a text with slots, and reports what is wrong with it
     */
    public NoticeOrderReader(
            List<Problem> problems, boolean canMail, Function<Node.Text, Optional<NamePattern>> pattern) {
        this.problems = problems;
        this.canMail = canMail;
        this.pattern = pattern;
    }

    /** @param section the follow-up */
    public Optional<NoticeOrder> read(Section section) {
        Optional<Node> node = section.find(WORD);
        if (node.isEmpty()) {
            return Optional.empty();
        }
        if (node.get() instanceof Node.Entries) {
            return Section.open("\"" + WORD + "\"", node.get(), problems).flatMap(this::inFull);
        }
        return order(node.get().spot(), section.texts(WORD), Optional.empty(), Optional.empty());
    }

    private Optional<NoticeOrder> inFull(Section section) {
        section.require(TO);
        List<Node.Text> to = section.texts(TO);
        Optional<NamePattern> subject = section.findText("subject").flatMap(pattern);
        Optional<NamePattern> text = section.findText("text").flatMap(pattern);
        section.close();
        return order(section.spot(), to, subject, text);
    }

    private Optional<NoticeOrder> order(
            Node.Spot spot, List<Node.Text> names, Optional<NamePattern> subject, Optional<NamePattern> text) {
        List<NamePattern> to = new ArrayList<>();
        for (Node.Text name : names) {
            if (!canMail && MailAddress.isAddress(name.text())) {
                Section.report(
                        problems,
                        name.spot(),
                        "to mail to " + name.text() + ", lectomen.yaml needs a mail connection; it has none");
            }
            pattern.apply(name).ifPresent(to::add);
        }
        return to.isEmpty()
                ? Optional.empty()
                : Optional.of(new NoticeOrder(to, subject, text, spot.line(), spot.column()));
    }
}
