package lectomen.engine.rulefile;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the settings of a counter. */
public final class CounterReader {
    private static final int LONGEST_NUMBER = 9;
    private static final int WIDEST = 18;

    private final List<Problem> problems;

    private CounterReader(List<Problem> problems) {
        this.problems = problems;
    }

    public static Optional<Counter> read(Node node, List<Problem> problems) {
        return Section.open("a counter", node, problems).flatMap(new CounterReader(problems)::counter);
    }

    private Optional<Counter> counter(Section section) {
        int before = problems.size();
        Optional<Node.Text> numbers = section.findText("numbers");
        if (numbers.isPresent()
                && !List.of("quick", "unbroken").contains(numbers.get().text())) {
            section.report(
                    numbers.get().spot(),
                    "\"numbers\" is quick or unbroken, not " + numbers.get().kind());
        }
        long start = number(section, "start", 0, 1);
        long step = number(section, "step", 1, 1);
        int width = (int) number(section, "width", 1, 1);
        if (width > WIDEST) {
            section.report(section.spot(), "\"width\" is at most " + WIDEST);
        }
        Counter.Restart restart = restart(section);
        Optional<Node.Text> of = section.findText("of");
        int firstMonth = (int) number(section, "first month", 1, 1);
        if (firstMonth > 12 || (firstMonth > 1 && restart != Counter.Restart.YEAR)) {
            section.report(section.spot(), "\"first month\" must be 1 to 12, and requires \"restart: every year\"");
        }
        if (restart == Counter.Restart.VALUE && of.isEmpty()) {
            section.report(section.spot(), "\"restart: by value\" needs \"of:\", the field whose value counts");
        }
        section.close();
        boolean unbroken =
                numbers.filter(text -> text.text().equals("unbroken")).isPresent();
        return problems.size() > before
                ? Optional.empty()
                : Optional.of(new Counter(
                        unbroken,
                        start,
                        step,
                        width,
                        restart,
                        of.map(Node.Text::text).orElse(Counter.ARRIVAL),
                        firstMonth));
    }

    private static Counter.Restart restart(Section section) {
        Optional<Node.Text> text = section.findText("restart");
        Optional<Counter.Restart> restart = text.flatMap(word -> Stream.of(Counter.Restart.values())
                .filter(one -> one.word().equals(word.text()))
                .findFirst());
        if (text.isPresent() && restart.isEmpty()) {
            List<String> words = Stream.of(Counter.Restart.values())
                    .map(Counter.Restart::word)
                    .toList();
            section.report(
                    text.get().spot(),
                    "\"restart\" must be " + String.join(", ", words) + ", not "
                            + text.get().kind());
        }
        return restart.orElse(Counter.Restart.NEVER);
    }

    private static long number(Section section, String word, long least, long otherwise) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return otherwise;
        }
        boolean digits = text.get().text().matches("\\d{1," + LONGEST_NUMBER + "}");
        long number = digits ? Long.parseLong(text.get().text()) : -1;
        if (number < least) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be a number from " + least + ", not "
                            + text.get().kind());
        }
        return Math.max(number, least);
    }
}
