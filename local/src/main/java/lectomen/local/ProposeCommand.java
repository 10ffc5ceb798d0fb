package lectomen.local;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.propose.Proposal;
import lectomen.engine.propose.Proposals;
import lectomen.engine.propose.Sample;
import lectomen.engine.read.DocumentReader;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Proposes how a rule can find a field, from files whose value is given. */
@Command(
        name = "propose",
        mixinStandardHelpOptions = true,
        description = "Suggest how a rule can find a field, from files with known values.",
        footerHeading = "%nExamples:%n",
        footer = {
            "  lectomen propose permit-1.pdf permit-2.pdf --value permit-1.pdf=MHP-2027-0031",
            "  lectomen propose *.pdf --value a.pdf=\"Grey Heron\" --value b.pdf=Tern --absent c.pdf",
            "",
            "More files give better suggestions. Put the text in braces after the",
            "field's name in a rule.",
            "",
            "Exit codes: 0 suggestions found; 1 none found, or a file can't be read; 2 invalid command line."
        })
final class ProposeCommand implements Callable<Integer> {
    private static final int NAME_WIDTH = 28;

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Files of one kind: PDF, pictures, text.")
    private List<Path> files = List.of();

    @Option(
            names = "--value",
            paramLabel = "FILE=TEXT",
            required = true,
            description = "The value in one of the files, exactly as printed there; can be repeated.")
    private Map<String, String> values = new LinkedHashMap<>();

    @Option(names = "--absent", paramLabel = "FILE", description = "One of the files that does not have it.")
    private List<String> absent = List.of();

    @Option(names = "--locale", paramLabel = "CODE", description = "For dates and numbers (default: en-GB).")
    private String locale = "en-GB";

    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    private RuntimeException wrong(String words) {
        return new CommandLine.ParameterException(Objects.requireNonNull(spec).commandLine(), words);
    }

    @Override
    public Integer call() throws IOException {
        List<String> named = new ArrayList<>(values.keySet());
        named.addAll(absent);
        for (String name : named) {
            if (files.stream().noneMatch(file -> isCalled(file, name))) {
                throw wrong(name + " is none of the files that are given");
            }
        }
        List<Path> read = new ArrayList<>();
        List<Sample> samples = new ArrayList<>();
        boolean bad = false;
        for (Path file : files) {
            if (!Files.isRegularFile(file)) {
                throw wrong("file not found: " + file);
            }
            ReadResult reading =
                    DocumentReader.usual().read(file, SourceFiles.of(file).type(), "propose", Progress.Listener.NONE);
            if (reading instanceof ReadResult.Unreadable unreadable) {
                System.err.println(file + ": " + unreadable.reason().words());
                bad = true;
                continue;
            }
            read.add(file);
            samples.add(sample(file, ((ReadResult.Read) reading).text()));
        }
        Proposals.Inferred inferred = Proposals.of(samples, List.of(), Locale.forLanguageTag(locale));
        print(inferred, read);
        return bad || inferred.proposals().isEmpty() ? LocalMain.SOME_FAILED : LocalMain.DONE;
    }

    private static boolean isCalled(Path file, String name) {
        return file.toString().equals(name)
                || String.valueOf(file.getFileName()).equals(name);
    }

    private Sample sample(Path file, DocumentText text) {
        if (absent.stream().anyMatch(name -> isCalled(file, name))) {
            return new Sample(text, new Sample.Mark.Absent());
        }
        for (Map.Entry<String, String> value : values.entrySet()) {
            if (isCalled(file, value.getKey())) {
                return new Sample(
                        text,
                        Sample.markAt(text, value.getValue())
                                .orElseThrow(() -> wrong("\"" + value.getValue() + "\" is not in " + file)));
            }
        }
        return new Sample(text, new Sample.Mark.Open());
    }

    private static void print(Proposals.Inferred inferred, List<Path> read) {
        if (inferred.proposals().isEmpty()) {
            System.out.println("No extractor finds this value in all of these files.");
            return;
        }
        System.out.printf(Locale.ROOT, "%s, %.0f %% sure of the first%n", inferred.name(), 100 * inferred.sure());
        for (int i = 0; i < inferred.proposals().size(); i++) {
            Proposal proposal = inferred.proposals().get(i);
            System.out.println();
            System.out.println((i + 1) + "  " + proposal.wording()
                    + (proposal.holds() ? "" : "   holds in " + proposal.right() + " of " + proposal.said()));
            for (int file = 0; file < read.size(); file++) {
                String name = String.valueOf(read.get(file).getFileName());
                System.out.println("     " + name + " ".repeat(Math.max(1, NAME_WIDTH - name.length()))
                        + proposal.values().get(file).map(ProposeCommand::shown).orElse("nothing"));
            }
        }
        inferred.next()
                .ifPresent(next -> System.out.printf(
                        "%nTo improve the suggestions, give the value in %s.%n",
                        read.get(next).getFileName()));
    }

    private static String shown(FieldValue value) {
        String sure = String.format(Locale.ROOT, "   %.0f %% sure", 100 * value.confidence());
        return value.value() + (value.isDoubtful() ? sure : "");
    }
}
