package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the service asks of the system, in which order: nothing is removed before all that replaces it is on the disk. */
class SyscallJourney {
    private static final Pattern CALL = Pattern.compile("^([0-9.]+) (\\w+)\\((.*)\\) += 0 <([0-9.]+)>$");

    /** A system call that went well, by the moment it ended. */
    private record Call(double endedAt, String name, String arguments) {
        boolean isSyncOf(String path) {
            return (name.equals("fsync") || name.equals("fdatasync")) && arguments.contains(path);
        }
    }

    @Test
    void aSourceIsRemovedOnlyAfterItsCopyThatCopysFolderAndTheCommitAreSynced(@TempDir Path temp) throws Exception {
        requireTracing(temp);
        Path traces = Files.createDirectories(temp.resolve("traces"));
        List<String> tracer = List.of(
                "strace",
                "-ff",
                "-ttt",
                "-T",
                "-y",
                "-qq",
                "-s",
                "300",
                "-e",
                "signal=none",
                "-e",
                "trace=/^(rename|link|unlink),fsync,fdatasync",
                "-o",
                traces.resolve("call").toString());
        Path home = temp.resolve("home");
        try (ServiceProcess service = ServiceProcess.launch(home, tracer)) {
            service.live(Rules.tickets("tickets", "number it"));
            Path outside = Files.writeString(temp.resolve("traced.txt"), Rules.ticket("T-0001"));
            Files.move(outside, service.inbox("tickets").resolve("traced.txt"));
            service.awaitJob("traced.txt", "filed");
            RunningService.await(
                    "the claimed source is removed", RunningService.LONGEST_WAIT, () -> claimed(service) == 0);
            service.endTraced();
        }
        List<Call> calls = calls(traces);
        Predicate<Call> commit = call -> call.isSyncOf("lectomen.db-wal");

        int moved = first(
                calls,
                0,
                "the source is moved",
                call -> call.name().startsWith("rename")
                        && call.arguments().contains("/.lectomen/")
                        && call.arguments().contains("traced.txt"));
        assertThat(last(calls, moved, commit))
                .as("the intent is committed before the source is moved")
                .isGreaterThanOrEqualTo(0);
        int copied = first(calls, moved, "the copy is synced", call -> call.isSyncOf("/bytes/incoming/"));
        int named = first(
                calls,
                copied,
                "the copy gets its name",
                call -> call.name().startsWith("link") && call.arguments().contains("/bytes/incoming/"));
        int shelf = first(
                calls,
                named,
                "the copy's folder is synced",
                call -> call.isSyncOf("/bytes/") && !call.arguments().contains("incoming"));
        int kept = first(calls, shelf, "the claim is committed", commit);
        first(calls, moved, "the move itself is synced", call -> call.isSyncOf("/inbox/tickets>"));
        int removed = first(
                calls,
                0,
                "the source is removed",
                call -> call.name().startsWith("unlink")
                        && call.arguments().contains("/.lectomen/")
                        && call.arguments().contains("traced.txt"));
        assertThat(removed).as("the source is removed after the commit").isGreaterThan(kept);

        int part = first(calls, kept, "the file beside its place is synced", call -> call.isSyncOf(".part"));
        int linked = first(
                calls,
                part,
                "the file is put in place",
                call -> call.name().startsWith("link") && call.arguments().contains("T-0001.txt"));
        assertThat(last(calls, linked, commit))
                .as("the place is committed before it is taken")
                .isGreaterThan(part);
        int folder =
                first(calls, linked, "the folder of the place is synced", call -> call.isSyncOf("/archive/tickets>"));
        int receipt = first(calls, folder, "the receipt is committed", commit);
        int cleared = first(
                calls,
                0,
                "the file beside the place is removed",
                call -> call.name().startsWith("unlink")
                        && call.arguments().contains(".part")
                        && call.endedAt() > calls.get(linked).endedAt());
        assertThat(cleared)
                .as("what proves the link goes only after the receipt")
                .isGreaterThan(receipt);
    }

    private static void requireTracing(Path temp) throws Exception {
        try {
            Process trial = new ProcessBuilder(
                            "strace", "-o", temp.resolve("trial").toString(), "true")
                    .redirectErrorStream(true)
                    .start();
            String words = new String(trial.getInputStream().readAllBytes());
            if (trial.waitFor() != 0) {
                fail("System calls can't be traced here, so that this can't be shown: " + words);
            }
        } catch (IOException e) {
            fail(
                    "System calls can't be traced here, so that this can't be shown: strace is not installed (apt-get install strace)");
        }
    }

    private static long claimed(RunningService service) {
        try (Stream<Path> files = Files.walk(service.inbox("tickets").resolve(".lectomen"))) {
            return files.filter(Files::isRegularFile).count();
        } catch (IOException e) {
            return -1;
        }
    }

    private static List<Call> calls(Path traces) throws IOException {
        List<Call> calls = new ArrayList<>();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(traces)) {
            for (Path file : files) {
                for (String line : Files.readAllLines(file)) {
                    Matcher matcher = CALL.matcher(line);
                    if (matcher.matches()) {
                        double endedAt = Double.parseDouble(matcher.group(1)) + Double.parseDouble(matcher.group(4));
                        calls.add(new Call(endedAt, matcher.group(2), matcher.group(3)));
                    }
                }
            }
        }
        calls.sort(Comparator.comparingDouble(Call::endedAt));
        return calls;
    }

    private static int first(List<Call> calls, int from, String what, Predicate<Call> wanted) {
        for (int i = from; i < calls.size(); i++) {
            if (wanted.test(calls.get(i))) {
                return i;
            }
        }
        throw new AssertionError("Not among the " + calls.size() + " traced calls from call " + from + " on: " + what);
    }

    private static int last(List<Call> calls, int before, Predicate<Call> wanted) {
        for (int i = before - 1; i >= 0; i--) {
            if (wanted.test(calls.get(i))) {
                return i;
            }
        }
        return -1;
    }
}
