package lectomen.engine.office;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/**
 * Fields that are open while text is read: page numbers are worked out again, references become links, and all others keep the
 * last value that was saved.
 */
public final class OpenFields {
    private static final class Open {
        private final StringBuilder instruction = new StringBuilder();
        private boolean result;
        private boolean written;

        FieldInstruction told() {
            return new FieldInstruction(instruction.toString());
        }
    }

    private final Deque<Open> open = new ArrayDeque<>();

    public void begin() {
        open.push(new Open());
    }

    public void instruct(String text) {
        if (!open.isEmpty() && !open.peek().result) {
            open.peek().instruction.append(text);
        }
    }

    public void separate() {
        if (!open.isEmpty()) {
            open.peek().result = true;
        }
    }

    /** @return the field's kind, for one that has no result and is worked out */
    public Optional<FieldInstruction.Computed> end() {
        if (open.isEmpty()) {
            return Optional.empty();
        }
        Open closed = open.pop();
        return closed.written || isInstruction()
                ? Optional.empty()
                : closed.told().findComputed();
    }

    /** A document that ends inside a field. */
    public void finish() {
        open.clear();
    }

    /** Whether what stands here is an instruction and not text, be it by a field that lies in another's instruction. */
    public boolean isInstruction() {
        return open.stream().anyMatch(one -> !one.result);
    }

    /** The innermost field that is worked out again, whose stored result is not text. */
    public Optional<FieldInstruction.Computed> findComputed() {
        for (Open one : open) {
            Optional<FieldInstruction.Computed> computed = one.told().findComputed();
            if (computed.isPresent()) {
                return computed;
            }
        }
        return Optional.empty();
    }

    /** True once for the field that is open: its place is taken. */
    public boolean write() {
        for (Open one : open) {
            if (one.told().findComputed().isPresent()) {
                boolean first = !one.written;
                one.written = true;
                return first;
            }
        }
        return false;
    }

    /** Where the text leads that stands here; empty for nowhere. */
    public String link() {
        for (Open one : open) {
            String link = one.told().link();
            if (!link.isEmpty()) {
                return link;
            }
        }
        return "";
    }
}
