package lectomen.standins.printer;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.function.Consumer;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.raster.PwgRasterReader;
import lectomen.engine.print.raster.PwgRasterWriter;
import lectomen.engine.print.raster.RasterSide;

/** The jobs of the printer, in the order in which they came. A thread prints them one after the other. Safe for several threads. */
final class PrinterJobs implements AutoCloseable {
    private static final Duration SLOWLY = Duration.ofSeconds(3);
    private static final Duration LOOK = Duration.ofMillis(50);

    /** A job; what it asks for does not change. */
    private static final class Job {
        private final int id;
        private final String name;
        private final String user;
        private final List<IppAttribute> ticket;
        private final int createdAt = upTime();
        private OptionalInt startedAt = OptionalInt.empty();
        private OptionalInt endedAt = OptionalInt.empty();
        private IppJobState state;
        private String format = "application/pdf";
        private Optional<Path> document = Optional.empty();

        Job(int id, String name, String user, List<IppAttribute> ticket, boolean held) {
            this.id = id;
            this.name = name;
            this.user = user;
            this.ticket = List.copyOf(ticket);
            this.state = held ? IppJobState.PENDING_HELD : IppJobState.PENDING;
        }
    }

    private final Path folder;
    private final Consumer<PrintedJob> printed;
    private final List<Job> jobs = new ArrayList<>();
    private final Thread thread = new Thread(this::print, "printer");
    private volatile PrinterMood mood = PrinterMood.GOOD;
    private volatile boolean closed;

    PrinterJobs(Path folder, Consumer<PrintedJob> printed) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.printed = printed;
        thread.setDaemon(true);
        thread.start();
    }

    void setMood(PrinterMood next) {
        mood = next;
    }

    PrinterMood mood() {
        return mood;
    }

    synchronized int create(String name, String user, List<IppAttribute> ticket) {
        boolean held = ticket.stream()
                .filter(one -> one.name().equals("job-hold-until"))
                .anyMatch(one -> !text(one.first()).equals("no-hold"));
        Job job = new Job(jobs.size() + 1, name, user, ticket, held);
        jobs.add(job);
        return job.id;
    }

    /** @return false where there is no such job, or it has a document already */
    synchronized boolean give(int id, String format, byte[] bytes) throws IOException {
        Optional<Job> found = find(id).filter(job -> job.document.isEmpty() && !job.state.isEnd());
        if (found.isEmpty()) {
            return false;
        }
        Job job = found.get();
        String ending = format.substring(format.indexOf('/') + 1)
                .replace("pwg-raster", "pwg")
                .replace("plain", "txt");
        String name = "%04d %s.%s".formatted(id, job.name.replaceAll("[^\\p{L}\\p{N} ._-]", "_"), ending);
        job.format = format;
        job.document = Optional.of(Files.write(folder.resolve(name), bytes));
        notifyAll();
        return true;
    }

    /** @return false where that can't be done with it */
    synchronized boolean change(int id, IppJobState from, IppJobState to) {
        Optional<Job> job = find(id).filter(one -> one.state == from);
        job.ifPresent(one -> one.state = to);
        return job.isPresent();
    }

    /** @return false where it is over */
    synchronized boolean cancel(int id) {
        Optional<Job> job = find(id).filter(one -> !one.state.isEnd());
        job.ifPresent(one -> {
            one.state = IppJobState.CANCELED;
            one.endedAt = OptionalInt.of(upTime());
        });
        return job.isPresent();
    }

    synchronized boolean has(int id) {
        return find(id).isPresent();
    }

    synchronized int waiting() {
        return (int) jobs.stream().filter(job -> !job.state.isEnd()).count();
    }

    /** Those that wait or are over, the latest first. */
    synchronized List<Integer> ids(boolean over) {
        List<Integer> ids = new ArrayList<>();
        jobs.stream().filter(job -> job.state.isEnd() == over).forEach(job -> ids.add(0, job.id));
        return ids;
    }

    synchronized List<IppAttribute> attributes(int id, String printer) {
        Job job = find(id).orElseThrow();
        boolean empty = job.state == IppJobState.PROCESSING_STOPPED;
        String reason =
                empty ? "printer-stopped" : job.state == IppJobState.PENDING_HELD ? "job-hold-until-specified" : "none";
        List<IppAttribute> all = new ArrayList<>(List.of(
                IppAttribute.of("job-id", new IppValue.Whole(id)),
                IppAttribute.of("job-uri", IppTag.URI, printer + "/" + id),
                IppAttribute.of("job-printer-uri", IppTag.URI, printer),
                IppAttribute.of("job-name", IppTag.NAME, job.name),
                IppAttribute.of("job-originating-user-name", IppTag.NAME, job.user),
                IppAttribute.of("job-state", new IppValue.Enumerated(job.state.code())),
                IppAttribute.of("job-state-reasons", IppTag.KEYWORD, reason),
                IppAttribute.of("job-printer-up-time", new IppValue.Whole(upTime())),
                IppAttribute.of("time-at-creation", new IppValue.Whole(job.createdAt)),
                IppAttribute.of("time-at-processing", time(job.startedAt)),
                IppAttribute.of("time-at-completed", time(job.endedAt))));
        all.addAll(job.ticket);
        return all;
    }

    /** For how many seconds the printer runs; its jobs count their times by that. */
    static int upTime() {
        return (int) (System.nanoTime() / 1_000_000_000L);
    }

    private static IppValue time(OptionalInt time) {
        return time.isPresent() ? new IppValue.Whole(time.getAsInt()) : new IppValue.OutOfBand(IppTag.NO_VALUE);
    }

    private Optional<Job> find(int id) {
        return id < 1 || id > jobs.size() ? Optional.empty() : Optional.of(jobs.get(id - 1));
    }

    private void print() {
        try {
            while (!closed) {
                Job job = takeNext();
                if (mood == PrinterMood.SLOW) {
                    Thread.sleep(SLOWLY.toMillis());
                }
                while (mood == PrinterMood.PAPER_OUT && isWanted(job, IppJobState.PROCESSING_STOPPED)) {
                    Thread.sleep(LOOK.toMillis());
                }
                finish(job);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private synchronized Job takeNext() throws InterruptedException {
        while (true) {
            Optional<Job> next = jobs.stream()
                    .filter(job -> job.state == IppJobState.PENDING && job.document.isPresent())
                    .findFirst();
            if (next.isPresent()) {
                next.get().state = IppJobState.PROCESSING;
                next.get().startedAt = OptionalInt.of(upTime());
                return next.get();
            }
            wait(LOOK.toMillis());
        }
    }

    /** Says how far a job is, unless it was cancelled. @return whether it still is to be printed */
    private synchronized boolean isWanted(Job job, IppJobState now) {
        if (job.state.isEnd()) {
            return false;
        }
        job.state = now;
        if (now.isEnd()) {
            job.endedAt = OptionalInt.of(upTime());
        }
        return true;
    }

    private void finish(Job job) {
        Optional<List<RasterSide>> sides = sides(job);
        if (!isWanted(job, sides.isPresent() ? IppJobState.COMPLETED : IppJobState.ABORTED) || sides.isEmpty()) {
            return;
        }
        Map<String, String> ticket = new TreeMap<>();
        job.ticket.forEach(one -> {
            ticket.put(one.name(), text(one.first()));
            if (one.first() instanceof IppValue.Collection members) {
                members.members().forEach(member -> ticket.put(member.name(), text(member.first())));
            }
        });
        int copies = Integer.parseInt(ticket.getOrDefault("copies", "1"));
        printed.accept(new PrintedJob(
                job.id, job.name, job.user, copies, job.format, ticket, job.document.orElseThrow(), sides.get()));
    }

    /** Of sheets that were drawn for it; empty where they can't be printed. */
    private static Optional<List<RasterSide>> sides(Job job) {
        if (!job.format.equals(PwgRasterWriter.MEDIA_TYPE)) {
            return Optional.of(List.of());
        }
        try (InputStream in = new BufferedInputStream(Files.newInputStream(job.document.orElseThrow()))) {
            PwgRasterReader reader = new PwgRasterReader(in);
            List<RasterSide> sides = new ArrayList<>();
            for (Optional<RasterSide> side = reader.next(); side.isPresent(); side = reader.next()) {
                sides.add(side.get());
            }
            return sides.isEmpty() ? Optional.empty() : Optional.of(sides);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static String text(IppValue value) {
        if (value instanceof IppValue.Text text) {
            return text.text();
        }
        if (value instanceof IppValue.Whole whole) {
            return Integer.toString(whole.value());
        }
        return value instanceof IppValue.Enumerated one
                ? Integer.toString(one.value())
                : value.tag().name().toLowerCase(Locale.ROOT);
    }

    @Override
    public void close() {
        closed = true;
        thread.interrupt();
    }
}
