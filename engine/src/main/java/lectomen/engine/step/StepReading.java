package lectomen.engine.step;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** What kinds of steps need to read a rule's steps in order: what may be named up to a place in the rule. */
public final class StepReading {
    private static final Pattern OUTPUT = Pattern.compile("[a-z0-9][a-z0-9-]{0,29}");

    /** Slots of a document that was made out of another: its number, how many there are, and its first page. */
    public static final String PART = "part";

    public static final String PARTS = "parts";
    public static final String PAGE = "page";

    private final Site site;
    private final Parts parts;
    private final List<Problem> problems;
    private final SlotReader slots;
    private final boolean replaces;
    private final Set<String> outputs = new LinkedHashSet<>(List.of(OutputNames.MAIN, OutputNames.ORIGINAL));

    /** @param replaces whether later documents of the rule replace earlier ones */
    public StepReading(Site site, Parts parts, List<Problem> problems, SlotReader slots, boolean replaces) {
        this.site = site;
        this.parts = parts;
        this.problems = problems;
        this.slots = slots;
        this.replaces = replaces;
    }

    public Site site() {
        return site;
    }

    public Parts parts() {
        return parts;
    }

    public List<Problem> problems() {
        return problems;
    }

    /** What may stand in braces behind the steps that were read. */
    public SlotReader slots() {
        return slots;
    }

    public boolean replaces() {
        return replaces;
    }

    /** The steps behind are for documents that this one made: outputs so far are not theirs. */
    public void beginParts() {
        List.of(PART, PARTS, PAGE).forEach(slots::add);
        outputs.retainAll(Set.of(OutputNames.MAIN, OutputNames.ORIGINAL));
    }

    /** The map of words under the step's own word; empty, and reported, where there is none. */
    public Optional<Section> settings(Section step, String word) {
        return step.require(word).flatMap(node -> settings(word, node));
    }

    /** The same where it was found already. */
    public Optional<Section> settings(String word, Node node) {
        return Section.open("\"" + word + "\"", node, problems);
    }

    /** The output that a word of a step names; it must be made by then. */
    public String output(Section section, String word, String otherwise) {
        Optional<Node.Text> text = section.findText(word);
        text.ifPresent(named -> requireOutput(section, named));
        return text.map(Node.Text::text).orElse(otherwise);
    }

    /** The outputs that a word of a step names, one or several; each must be made by then. */
    public List<String> outputs(Section section, String word) {
        List<Node.Text> texts = section.texts(word);
        texts.forEach(text -> requireOutput(section, text));
        return texts.stream().map(Node.Text::text).toList();
    }

    private void requireOutput(Section section, Node.Text text) {
        if (!outputs.contains(text.text())) {
            section.report(
                    text.spot(),
                    "unknown output \"" + text.text() + "\" at this point" + Section.suggestion(text.text(), outputs));
        }
    }

    /** Which output the step works on ({@code of:}) and which it makes ({@code as:}). */
    public OutputNames outputs(Section section) {
        String of = output(section, "of", OutputNames.MAIN);
        return new OutputNames(of, newOutput(section, OutputNames.MAIN));
    }

    /** The output that the step makes ({@code as:}). @param usual where nothing is said */
    public String newOutput(Section section, String usual) {
        Optional<Node.Text> as = section.findText("as");
        if (as.isPresent()) {
            String name = as.get().text();
            if (!OUTPUT.matcher(name).matches() || name.equals(OutputNames.ORIGINAL)) {
                section.report(
                        as.get().spot(),
                        "an output name may have up to 30 lower-case letters, digits and hyphens, and must not be"
                                + " \"original\"");
            }
        }
        String name = as.map(Node.Text::text).orElse(usual);
        outputs.add(name);
        return name;
    }
}
