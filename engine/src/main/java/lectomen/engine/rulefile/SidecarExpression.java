package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.data.DataFile;
import lectomen.engine.data.DataFormat;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Expressions that are asked of data files. */
public final class SidecarExpression {
    private SidecarExpression() {}

    /** Reports an expression that none of the forms could be asked. */
    public static void check(Node.Text text, Set<DataFormat> forms, List<Problem> problems) {
        List<String> wrong = new ArrayList<>();
        for (DataFormat form : forms) {
            Optional<String> problem = DataFile.findProblem(text.text(), form);
            if (problem.isEmpty()) {
                return;
            }
            wrong.add(form.word() + ": " + problem.get());
        }
        Section.report(problems, text.spot(), "invalid expression; " + String.join("; ", wrong));
    }
}
