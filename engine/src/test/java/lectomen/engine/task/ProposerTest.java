package lectomen.engine.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ProposerTest {
    @TempDir
    private Path temp;

    private final List<String> fetched = new ArrayList<>();

    private ProposalTask.Example example(String name, String text, FileType type, Optional<ProposalTask.Spot> at)
            throws IOException {
        Files.writeString(temp.resolve(name), text);
        return new ProposalTask.Example(new ByteRef(name, text.length()), type, at, false);
    }

    private Path fetch(ByteRef ref) {
        fetched.add(ref.sha256());
        return temp.resolve(ref.sha256());
    }

    @Test
    void whatCanNotBeReadIsSaidAndTheOthersKeepTheirPlaces() throws IOException {
        ProposalTask task = new ProposalTask(
                Task.PROTOCOL,
                "p-1",
                List.of(
                        example("drawing", "0\nSECTION\n", FileType.DXF, Optional.empty()),
                        example(
                                "one",
                                "Permit no: MHP-2027-0031\n",
                                FileType.TEXT,
                                Optional.of(new ProposalTask.Spot(1, new Box(11, 0, 13, 1)))),
                        example("two", "Permit no: MHP-2027-0044\n", FileType.TEXT, Optional.empty())),
                Locale.UK);
        Proposer proposer = new Proposer(new ResultCache(temp.resolve("kept")), FontBook.shipped());
        ProposalAnswer answer = proposer.propose(task, this::fetch);
        assertThat(answer.name()).isEqualTo("permit no");
        assertThat(answer.unread().get(0)).isPresent();
        assertThat(answer.unread().subList(1, 3)).containsOnly(Optional.empty());
        ProposalAnswer.Way first = answer.ways().get(0);
        assertThat(first.wording()).isEqualTo("{ pattern: 'MHP-\\d{4}-\\d{4}', right of: Permit no }");
        assertThat(first.values().stream().map(value -> value.map(FieldValue::value)))
                .containsExactly(Optional.empty(), Optional.of("MHP-2027-0031"), Optional.of("MHP-2027-0044"));
        proposer.propose(task, this::fetch);
        assertThat(fetched)
                .as("what was read is not fetched again")
                .containsExactly("drawing", "one", "two", "drawing");
    }
}
