package lectomen.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.demo.DemoPermit;
import lectomen.demo.DemoService;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plaintext.PlainTextReader;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.Planner;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.file.Filing;

/**
 * How many documents a second are planned and named, by a rule with 20 conditions and 10 fields on three pages of text, each
 * document with a text of its own; and how long a trial of a one-page PDF takes through the service.
 */
final class PlanningBenchmark implements Benchmark {
    private static final int TEXTS = 64;
    private static final int THREADS = 2;

    /** A service runs for months; on two cores Java's second compiler needs this long to come to rest. */
    private static final long WARM_UP_NANOS = 12_000_000_000L;

    private static final long MEASURED_NANOS = 5_000_000_000L;
    private static final int TRIALS = 40;
    private static final int WARM_UP_TRIALS = 10;
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    @Override
    public String name() {
        return "planning";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Candidate rule =
                new Candidate(new RuleRef("papers", 1), ((RuleReadResult.Good) RuleReader.read(rule(), SITE)).rule());
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < TEXTS; i++) {
            texts.add(text(i));
        }
        List<Path> files = new ArrayList<>();
        for (String text : texts) {
            files.add(Files.writeString(folder.resolve("text-" + files.size()), text));
        }
        Work read = at -> ((ReadResult.Read) PlainTextReader.read(files.get(at % TEXTS))).text();
        Work planned = at -> plan(rule, PlainTextReader.read(files.get(at % TEXTS)));
        perSecond(read, WARM_UP_NANOS);
        double reads = perSecond(read, MEASURED_NANOS);
        perSecond(planned, WARM_UP_NANOS);
        double both = perSecond(planned, MEASURED_NANOS);
        double plans = 1 / (1 / both - 1 / reads);
        return List.of(
                Figure.over(
                        10_000,
                        "planning and naming, 20 conditions, 10 fields",
                        plans,
                        "jobs/s",
                        Optional.of(reads),
                        "reading the text alone"),
                trials(folder));
    }

    private static Figure trials(Path folder) throws Exception {
        Samples trials = new Samples();
        Samples checks = new Samples();
        byte[] permit = DemoPermit.onePage();
        try (DemoService service = Serving.start(folder.resolve("home"))) {
            service.put("/lookups/vessels", DemoPermit.vessels());
            service.post("/parts", DemoPermit.part());
            service.post("/rules", DemoPermit.rule());
            for (int i = 0; i < WARM_UP_TRIALS + TRIALS; i++) {
                long began = System.nanoTime();
                service.postFile("/trials?rule=mooring-permits", "permit.pdf", permit);
                long tried = System.nanoTime();
                service.post("/rules/check", DemoPermit.rule());
                if (i >= WARM_UP_TRIALS) {
                    trials.addNanos(tried - began);
                    checks.addNanos(System.nanoTime() - tried);
                }
            }
        }
        return Figure.under(
                300,
                "trial of a one-page PDF, median",
                trials.median(),
                "ms",
                Optional.of(checks.median()),
                "a check of its rule, which opens no document");
    }

    /** Something done for the document of a number. */
    private interface Work {
        Object doFor(int at) throws Exception;
    }

    /** How often it is done in a second by two threads. */
    private static double perSecond(Work work, long nanos) throws Exception {
        AtomicLong done = new AtomicLong();
        CountDownLatch ended = new CountDownLatch(THREADS);
        long until = System.nanoTime() + nanos;
        for (int i = 0; i < THREADS; i++) {
            int first = i;
            new Thread(() -> {
                        try {
                            for (int at = first; System.nanoTime() < until; at += THREADS) {
                                work.doFor(at);
                                done.incrementAndGet();
                            }
                        } catch (Exception e) {
                            throw new IllegalStateException(e);
                        } finally {
                            ended.countDown();
                        }
                    })
                    .start();
        }
        ended.await();
        return done.get() / (nanos / 1e9);
    }

    private static Object plan(Candidate rule, ReadResult reading) {
        FileFacts facts = new FileFacts("paper 17.txt", 9_000, FileType.TEXT, Optional.of("/in/papers"), Instant.EPOCH);
        Outcome outcome = Planner.plan(List.of(rule), facts, SITE, neededBy -> reading, Lookups.NONE);
        Filing filing = outcome.effects(Filing.class).get(0);
        return filing.target(Locale.UK);
    }

    private static String rule() {
        StringBuilder rule = new StringBuilder("""
                lectomen: 1
                rule: papers
                from: { folder: "{inbox}/papers" }
                when:
                  all:
                    - type is: text
                    - name like: "paper*"
                    - size at most: 1 MB
                    - none: [ { name like: "draft*" } ]
                """);
        for (int i = 1; i <= 12; i++) {
            rule.append("    - text contains: clause ").append(i).append(" of the works office\n");
        }
        for (int i = 1; i <= 4; i++) {
            rule.append("    - text matches: 'Section ").append(i).append(" \\d{4}'\n");
        }
        rule.append("do:\n  - find: paper\n    fields:\n");
        for (int i = 1; i <= 8; i++) {
            rule.append("      item ")
                    .append(i)
                    .append(": { right of: Item ")
                    .append(i)
                    .append(" }\n");
        }
        rule.append("      issued: { right of: Issued, as: date, required: yes }\n");
        rule.append("      number: { pattern: 'MHP-\\d{4}-\\d{4}', near: Permit no, required: yes }\n");
        rule.append("  - name: \"{issued | date yyyy-MM-dd} {number} {item 3 | upper} {item 7 | first 12}\"\n");
        rule.append("  - file: { in: archive, under: \"Papers/{issued | date yyyy}/{item 1}\" }\n");
        return rule.toString();
    }

    private static String text(int number) {
        StringBuilder text = new StringBuilder();
        for (int page = 1; page <= 3; page++) {
            text.append("MARROWICK HARBOUR                    Page ")
                    .append(page)
                    .append("\n\n");
            for (int line = 1; line <= 12; line++) {
                text.append("This is clause ")
                        .append(line)
                        .append(" of the works office, for berth ")
                        .append(number)
                        .append(".\n");
            }
            for (int item = 1; item <= 4; item++) {
                int shown = (page - 1) * 4 + item;
                text.append("Item ")
                        .append(shown)
                        .append(":   Value ")
                        .append(shown)
                        .append(" of ")
                        .append(number)
                        .append('\n');
                text.append("Section ")
                        .append(item)
                        .append(' ')
                        .append(2000 + number)
                        .append(" holds for all quays.\n");
            }
            text.append("Issued:  12 March 2027        Permit no:  MHP-2027-")
                    .append("%04d".formatted(number))
                    .append('\n');
            text.append(page < 3 ? "\f" : "\n");
        }
        return text.toString();
    }
}
