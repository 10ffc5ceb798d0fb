package lectomen.local;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.local.OnTheSpot.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Ways to a field, proposed from files. */
class ProposeCommandTest {
    @TempDir
    private Path temp;

    private static Answer run(String... words) {
        return OnTheSpot.run(words);
    }

    @Test
    void howAFieldIsFoundIsProposed() throws Exception {
        Path one = Files.writeString(temp.resolve("one.txt"), "Vessel: Grey Heron\nPermit no: MHP-2027-0031\n");
        Path two = Files.writeString(temp.resolve("two.txt"), "Permit no: MHP-2027-0044     Vessel: Tern\n");
        Path three = Files.writeString(temp.resolve("three.txt"), "Vessel: Old Bess\nRef MHP-2027-0007\n");
        Answer answer =
                run("propose", one.toString(), two.toString(), three.toString(), "--value", "one.txt=mhp-2027-0031");
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        assertThat(answer.out())
                .contains("{ pattern: 'MHP-\\d{4}-\\d{4}', right of: Permit no }")
                .containsPattern("two.txt +MHP-2027-0044")
                .containsPattern("three.txt +nothing")
                .contains("To improve the suggestions, give the value in three.txt");
        Answer wrong = run("propose", one.toString(), "--value", "one.txt=Kittiwake");
        assertThat(wrong.exitCode()).isEqualTo(2);
        assertThat(wrong.err()).contains("\"Kittiwake\" is not in").contains("one.txt");
        Answer other = run("propose", one.toString(), "--value", "four.txt=Tern");
        assertThat(other.exitCode()).isEqualTo(2);
        assertThat(other.err()).contains("four.txt is none of the files");
    }
}
