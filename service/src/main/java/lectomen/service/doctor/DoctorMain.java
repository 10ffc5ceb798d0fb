package lectomen.service.doctor;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/**
 * Checks a home and this machine: {@code doctor [--home DIR] [--json]}.
 *
 * <p>Exit codes: 0 all is well, 1 something is wrong, 2 the arguments can't be used.
 */
public final class DoctorMain {
    private static final String USAGE = """
            Usage: lectomen doctor [--home DIR] [--json]
            Say what is wrong with a home (default: LECTOMEN_HOME, else ./home) and this machine, and what mends it. Changes
            nothing. Exit code 1 when something is wrong.""";

    private DoctorMain() {}

    public static void main(String[] words) {
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.exit(run(words));
    }

    /** Does what the words say; gives the exit code. */
    public static int run(String... words) {
        String home = System.getenv().getOrDefault("LECTOMEN_HOME", "home");
        boolean json = false;
        for (int i = 0; i < words.length; i++) {
            if (words[i].equals("--home") && i + 1 < words.length) {
                home = words[++i];
            } else if (words[i].startsWith("--home=")) {
                home = words[i].substring("--home=".length());
            } else if (words[i].equals("--json")) {
                json = true;
            } else if (words[i].equals("--help") || words[i].equals("-h")) {
                System.out.println(USAGE);
                return 0;
            } else {
                System.err.println(
                        "lectomen: unknown option for doctor: \"" + words[i] + "\". Fix: lectomen doctor --help");
                return 2;
            }
        }
        List<Finding> findings = check(Path.of(home).toAbsolutePath().normalize());
        boolean ok = count(findings, Finding.Grade.ERROR) == 0;
        if (json) {
            Map<String, Object> answer = Map.of("ok", ok, "findings", findings);
            System.out.println(JsonMapper.builder()
                    .build()
                    .writerWithDefaultPrettyPrinter()
                    .writeValueAsString(answer));
        } else {
            print(findings);
        }
        return ok ? 0 : 1;
    }

    static List<Finding> check(Path home) {
        if (!Files.isDirectory(home)) {
            return List.of(Finding.error(
                    "Home", "there is no home " + home, "./lectomen serve --home " + home + " makes one"));
        }
        List<Finding> findings = new ArrayList<>(new MachineCheck(InstantSource.system()).check(home));
        findings.addAll(new HomeCheck(home).check());
        findings.addAll(new ServiceCheck(home).check());
        return findings;
    }

    private static void print(List<Finding> findings) {
        for (Finding finding : findings) {
            System.out.println("  " + finding.grade().word() + "  " + finding.what() + ": " + finding.words());
            if (!finding.fix().isEmpty()) {
                System.out.println("           Fix: " + finding.fix());
            }
        }
        System.out.println();
        long errors = count(findings, Finding.Grade.ERROR);
        long warnings = count(findings, Finding.Grade.WARNING);
        System.out.println(
                errors + warnings == 0
                        ? "No problems found."
                        : errors
                                + (errors == 1 ? " error, " : " errors, ")
                                + warnings
                                + (warnings == 1 ? " warning." : " warnings."));
    }

    private static long count(List<Finding> findings, Finding.Grade grade) {
        return findings.stream().filter(finding -> finding.grade() == grade).count();
    }
}
