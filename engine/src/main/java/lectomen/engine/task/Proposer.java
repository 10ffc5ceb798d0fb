package lectomen.engine.task;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.font.FontBook;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.propose.Proposal;
import lectomen.engine.propose.Proposals;
import lectomen.engine.propose.Sample;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;

/** Proposes extractors for a field. What it read last it keeps, as one points again and again into the same documents. */
public final class Proposer {
    private final ResultCache kept;
    private final FontBook fonts;

    /** @param fonts for documents that are laid out */
    public Proposer(ResultCache kept, FontBook fonts) {
        this.kept = kept;
        this.fonts = fonts;
    }

    /** @throws IOException if a document's bytes are not available */
    public ProposalAnswer propose(ProposalTask task, Examiner.ByteFetch bytes) throws IOException {
        kept.makeRoom();
        List<Sample> samples = new ArrayList<>();
        List<Integer> placeOf = new ArrayList<>();
        List<Optional<Reason>> unread = new ArrayList<>();
        for (int i = 0; i < task.examples().size(); i++) {
            ProposalTask.Example example = task.examples().get(i);
            ReadResult reading = read(example, bytes);
            if (reading instanceof ReadResult.Read read) {
                placeOf.add(i);
                samples.add(new Sample(read.text(), mark(example)));
            }
            unread.add(
                    reading instanceof ReadResult.Unreadable unreadable
                            ? Optional.of(unreadable.reason())
                            : Optional.empty());
        }
        Proposals.Inferred inferred = Proposals.of(samples, List.of(), task.locale());
        return new ProposalAnswer(
                task.id(),
                Optional.empty(),
                inferred.name(),
                inferred.sure(),
                inferred.next().stream().mapToObj(placeOf::get).findFirst(),
                unread,
                inferred.proposals().stream()
                        .map(proposal -> way(proposal, placeOf, task.examples().size()))
                        .toList());
    }

    private static Sample.Mark mark(ProposalTask.Example example) {
        if (example.absent()) {
            return new Sample.Mark.Absent();
        }
        return example.at()
                .<Sample.Mark>map(spot -> new Sample.Mark.At(spot.page(), spot.box()))
                .orElseGet(Sample.Mark.Open::new);
    }

    private static ProposalAnswer.Way way(Proposal proposal, List<Integer> placeOf, int examples) {
        List<Optional<FieldValue>> values = new ArrayList<>();
        for (int i = 0; i < examples; i++) {
            int sample = placeOf.indexOf(i);
            values.add(sample < 0 ? Optional.empty() : proposal.values().get(sample));
        }
        return new ProposalAnswer.Way(proposal.wording(), proposal.holds(), values);
    }

    private ReadResult read(ProposalTask.Example example, Examiner.ByteFetch bytes) throws IOException {
        String sha256 = example.document().sha256();
        Optional<DocumentText> known = kept.findText(sha256, example.type(), ReadingOptions.USUAL);
        if (known.isPresent()) {
            return new ReadResult.Read(known.get());
        }
        ReadResult reading = new DocumentReader(fonts)
                .read(bytes.fetch(example.document()), example.type(), "a proposal", Progress.Listener.NONE);
        if (reading instanceof ReadResult.Read read) {
            kept.keepText(sha256, example.type(), ReadingOptions.USUAL, read.text());
        }
        return reading;
    }
}
