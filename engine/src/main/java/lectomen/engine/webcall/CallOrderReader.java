package lectomen.engine.webcall;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads {@code call:} of a follow-up: a web connection, or one with the fields to send. */
public final class CallOrderReader {
    private static final String WORD = "call";

    private final List<Problem> problems;
    private final Set<String> connections;
    private final Predicate<Node.Text> isValue;

    /**
     * @param connections the names of the web connections
     * @param isValue whether it is the name of a field or another slot; reports one that is none
     */
    public CallOrderReader(List<Problem> problems, Set<String> connections, Predicate<Node.Text> isValue) {
        this.problems = problems;
        this.connections = new TreeSet<>(connections);
        this.isValue = isValue;
    }

    /** @param section the follow-up */
    public Optional<CallOrder> read(Section section) {
        Optional<Node> node = section.find(WORD);
        if (node.isEmpty()) {
            return Optional.empty();
        }
        if (node.get() instanceof Node.Entries) {
            return Section.open("\"" + WORD + "\"", node.get(), problems).flatMap(this::inFull);
        }
        return section.findText(WORD)
                .filter(this::isConnection)
                .map(text -> new CallOrder(
                        text.text(), List.of(), WhenInDoubt.REPEAT, text.spot().line()));
    }

    private Optional<CallOrder> inFull(Section section) {
        Optional<Node.Text> connection = section.requireText("connection").filter(this::isConnection);
        List<String> values = new ArrayList<>();
        section.texts("fields").stream().filter(isValue).forEach(text -> values.add(text.text()));
        WhenInDoubt doubt = SettingReader.choice(
                section, "when in doubt", WhenInDoubt::findByWord, WhenInDoubt.words(), WhenInDoubt.REPEAT);
        section.close();
        return connection.map(
                text -> new CallOrder(text.text(), values, doubt, section.spot().line()));
    }

    private boolean isConnection(Node.Text text) {
        if (connections.contains(text.text())) {
            return true;
        }
        String problem = connections.isEmpty()
                ? "there is no web connection in lectomen.yaml"
                : "unknown web connection \"" + text.text() + "\"" + Section.suggestion(text.text(), connections);
        Section.report(problems, text.spot(), problem);
        return false;
    }
}
