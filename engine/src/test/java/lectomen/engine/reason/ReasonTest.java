package lectomen.engine.reason;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import org.junit.jupiter.api.Test;

class ReasonTest {
    @Test
    void theSentenceIsFilledWithTheParameters() {
        Reason reason = Reason.of("pdf.truncated", "bytes", "812");
        assertThat(reason.words()).startsWith("The PDF is incomplete: it has 812 bytes");
    }

    @Test
    void aParameterThatWasErasedIsLeftOut() {
        assertThat(new Reason("name.taken", Map.of("choice", "fail")).words())
                .isEqualTo(
                        "A file named \"\" already exists in \"\", and the rule says: when taken, fail. Move or rename that file or change the rule, then retry.");
    }

    @Test
    void aValueThatLooksLikeAParameterIsNotFilledAgain() {
        assertThat(Reason.of("pdf.broken", "problem", "{problem} $1 \\").words())
                .isEqualTo("The PDF can't be read: {problem} $1 \\. Save it again in the program that made it.");
    }

    @Test
    void aCodeWithoutASentenceIsRefusedAtOnceAndShownAsItselfWhenStored() {
        assertThatThrownBy(() -> Reason.of("no.such-code")).hasMessageContaining("no.such-code");
        assertThat(new Reason("from.the-future", Map.of()).words()).isEqualTo("from.the-future");
    }
}
