package lectomen.service.home;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.Retention;
import lectomen.engine.rule.RetentionReader;
import lectomen.engine.rulefile.CalendarReader;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.engine.yaml.YamlTree;

/** Reads {@code lectomen.yaml}. */
final class SettingsReader {
    /** What a new home starts with. */
    static final String FIRST_SETTINGS = """
            # Settings of this Lectomen service. They are read when it starts.

            # Names that rules may use in braces, such as {inbox}. {home} is this folder.
            parameters:
              inbox: "{home}/inbox"

            # Hot folders and destinations must lie under one of these.
            roots:
              - "{home}"

            # Places that rules may file to.
            connections:
              archive: { folder: "{home}/archive" }

            # How dates and numbers are spelt, and the zone of days. Without a zone: that of this machine.
            locale: en-GB

            # Processes that read documents: how many, megabytes of memory for each, and the longest time for one document
            # or for each page of a long one, in seconds.
            workers: { count: 2, memory: 512, time limit: 60 }

            # With less than this free on the disk of the home, no files are taken in.
            disk: { keep free: 200 MB }

            # How long originals and finished jobs are kept, for rules that don't say. Without this: for ever.
            # retention: { originals: 2 years, jobs: 10 years }

            # Working days, working hours and holidays.
            # calendar:
            #   working days: [monday, tuesday, wednesday, thursday, friday]
            #   working hours: 08:00 to 17:00
            #   holidays: [2027-12-27]

            # The log, as lines for people or as json.
            logs: { format: lines }
            """;

    private static final Pattern SIZE = Pattern.compile("(\\d{1,7}) ?(kB|MB|GB)");

    private final List<Problem> problems = new ArrayList<>();
    private final Map<String, String> parameters = new TreeMap<>();

    private SettingsReader(Path home) {
        parameters.put("home", home.toString());
    }

    /** @throws BadHomeException with the line of the first thing that is wrong */
    static Settings read(String text, Path home) {
        SettingsReader reader = new SettingsReader(home);
        Optional<Settings> settings = YamlTree.read(text, reader.problems)
                .flatMap(root -> Section.open("lectomen.yaml", root, reader.problems))
                .map(reader::settings);
        if (!reader.problems.isEmpty() || settings.isEmpty()) {
            String where = home.resolve(Home.SETTINGS_FILE).toString();
            throw new BadHomeException(where + ", " + reader.problems.get(0), "correct that line");
        }
        return settings.get();
    }

    private Settings settings(Section section) {
        section.find("parameters")
                .flatMap(node -> Section.open("parameters", node, problems))
                .ifPresent(names -> {
                    for (Node.Entry entry : names.names()) {
                        text(entry)
                                .ifPresent(value -> parameters.put(entry.key().text(), filled(value)));
                    }
                });
        List<Path> roots = new ArrayList<>();
        section.texts("roots").forEach(text -> path(text).ifPresent(roots::add));
        Map<String, Path> folders = new TreeMap<>();
        Map<String, MailSettings> mail = new TreeMap<>();
        Map<String, WebSettings> web = new TreeMap<>();
        Map<String, PrinterSettings> printers = new TreeMap<>();
        section.find("connections")
                .flatMap(node -> Section.open("connections", node, problems))
                .ifPresent(names -> names.names().forEach(entry -> connection(entry, folders, mail, web, printers)));
        Locale locale = section.findText("locale")
                .map(text -> Locale.forLanguageTag(text.text()))
                .orElse(Locale.UK);
        ZoneId zone = section.findText("zone").flatMap(this::zone).orElse(ZoneId.systemDefault());
        Settings.Workers workers = section.find("workers")
                .flatMap(node -> Section.open("workers", node, problems))
                .map(SettingsReader::workers)
                .orElse(new Settings.Workers(2, 512, Duration.ofSeconds(60), Duration.ofSeconds(60)));
        long keepFree = section.find("disk")
                .flatMap(node -> Section.open("disk", node, problems))
                .map(SettingsReader::keepFree)
                .orElse(Settings.DEFAULT_KEEP_FREE_BYTES);
        Retention retention = section.find("retention")
                .flatMap(node -> RetentionReader.read(node, problems))
                .orElse(Retention.FOR_EVER);
        WorkCalendar calendar = section.find("calendar")
                .flatMap(node -> CalendarReader.read(node, problems))
                .orElse(WorkCalendar.USUAL);
        Optional<Settings.Listen> listen =
                section.find("listen").flatMap(node -> new ListenReader(problems, this::path).read(node));
        SignInSettings signIn = section.find("sign-in")
                .flatMap(node -> new SignInReader(problems, this::path).read(node))
                .orElse(SignInSettings.LOCAL);
        NoticeSettingsReader noticeReader = new NoticeSettingsReader(problems, mail.keySet());
        NoticeSettings notices =
                section.find("notify").flatMap(noticeReader::read).orElseGet(noticeReader::usual);
        boolean jsonLogs = section.find("logs")
                .flatMap(node -> Section.open("logs", node, problems))
                .map(SettingsReader::jsonLogs)
                .orElse(false);
        section.close();
        Site site = new Site(parameters, folders.keySet(), locale, zone)
                .with(calendar)
                .withMail(mail.keySet())
                .withWeb(web.keySet())
                .withPrinters(jobNames(printers));
        return new Settings(
                site, roots, folders, mail, web, printers, workers, keepFree, retention, calendar, listen, signIn,
                notices, jsonLogs);
    }

    private static Map<String, String> jobNames(Map<String, PrinterSettings> printers) {
        Map<String, String> names = new TreeMap<>();
        printers.forEach((name, printer) -> names.put(name, printer.jobName()));
        return names;
    }

    private static long keepFree(Section section) {
        Optional<Node.Text> text = section.findText("keep free");
        section.close();
        if (text.isEmpty()) {
            return Settings.DEFAULT_KEEP_FREE_BYTES;
        }
        Matcher matcher = SIZE.matcher(text.get().text());
        if (!matcher.matches()) {
            section.report(
                    text.get().spot(),
                    "\"keep free\" must be a size such as 200 MB or 5 GB, not "
                            + text.get().kind());
            return Settings.DEFAULT_KEEP_FREE_BYTES;
        }
        long unit =
                switch (matcher.group(2)) {
                    case "kB" -> 1_000L;
                    case "MB" -> 1_000_000L;
                    default -> 1_000_000_000L;
                };
        return Long.parseLong(matcher.group(1)) * unit;
    }

    private static boolean jsonLogs(Section section) {
        Optional<Node.Text> format = section.findText("format");
        section.close();
        if (format.isPresent()
                && !List.of("lines", "json").contains(format.get().text())) {
            section.report(
                    format.get().spot(),
                    "\"format\" must be lines or json, not " + format.get().kind());
        }
        return format.filter(text -> text.text().equals("json")).isPresent();
    }

    private static Settings.Workers workers(Section section) {
        int count = number(section, "count", 1, 64, 2);
        int memory = number(section, "memory", 64, 16_384, 512);
        Duration timeLimit = Duration.ofSeconds(number(section, "time limit", 1, 3_600, 60));
        Duration quiet = Duration.ofSeconds(number(section, "quiet", 1, 86_400, 60));
        section.close();
        return new Settings.Workers(count, memory, timeLimit, quiet);
    }

    private static int number(Section section, String word, int least, int most, int otherwise) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return otherwise;
        }
        boolean digits = text.get().text().matches("\\d{1,6}");
        int number = digits ? Integer.parseInt(text.get().text()) : -1;
        if (number < least || number > most) {
            section.report(text.get().spot(), "\"" + word + "\" must be a number from " + least + " to " + most);
        }
        return number;
    }

    private void connection(
            Node.Entry entry,
            Map<String, Path> folders,
            Map<String, MailSettings> mail,
            Map<String, WebSettings> web,
            Map<String, PrinterSettings> printers) {
        String name = entry.key().text();
        Section.open("connection \"" + name + "\"", entry.value(), problems).ifPresent(section -> {
            Optional<Node> mailServer = section.find("mail");
            Optional<Node> system = section.find("web");
            Optional<Node> printer = section.find("printer");
            if (mailServer.isPresent()) {
                new MailReader(problems, this::path).read(mailServer.get()).ifPresent(read -> mail.put(name, read));
            } else if (system.isPresent()) {
                new WebReader(problems, this::path).read(system.get()).ifPresent(read -> web.put(name, read));
            } else if (printer.isPresent()) {
                new PrinterReader(problems, this::path).read(printer.get()).ifPresent(read -> printers.put(name, read));
            } else {
                section.requireText("folder").flatMap(this::path).ifPresent(path -> folders.put(name, path));
            }
            section.close();
        });
    }

    private Optional<ZoneId> zone(Node.Text text) {
        try {
            return Optional.of(ZoneId.of(text.text()));
        } catch (DateTimeException e) {
            Section.report(problems, text.spot(), "unknown time zone " + text.kind() + "; an example is Europe/London");
            return Optional.empty();
        }
    }

    private Optional<String> text(Node.Entry entry) {
        if (entry.value() instanceof Node.Text text) {
            return Optional.of(text.text());
        }
        Section.report(
                problems,
                entry.value().spot(),
                "a parameter must be a text, not " + entry.value().kind());
        return Optional.empty();
    }

    private Optional<Path> path(Node.Text text) {
        try {
            Path path = Path.of(filled(text.text())).normalize();
            if (path.isAbsolute()) {
                return Optional.of(path);
            }
        } catch (InvalidPathException e) {
            // reported below like any other text that is no path
        }
        Section.report(
                problems, text.spot(), "expected an absolute path, or one that starts with {home}, not " + text.kind());
        return Optional.empty();
    }

    private String filled(String text) {
        String out = text;
        for (Map.Entry<String, String> parameter : parameters.entrySet()) {
            out = out.replace("{" + parameter.getKey() + "}", parameter.getValue());
        }
        return out;
    }
}
