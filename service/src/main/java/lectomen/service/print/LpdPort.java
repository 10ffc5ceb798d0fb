package lectomen.service.print;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;

/** A queue of a line printer daemon (RFC 1179). It confirms what it has received, and forgets the name that it was given. */
final class LpdPort implements PrintPort {
    private static final int USUAL_PORT = 515;
    private static final String HOST = "lectomen";
    private static final String COPIES = "copies";
    private static final int MOST_NUMBERS = 1_000;
    private static final int LONGEST_JOB_NAME = 99;

    private final URI address;
    private final Map<String, String> usual;
    private final AtomicInteger jobs = new AtomicInteger();

    /** @param usual ticket, for what a rule says nothing of */
    LpdPort(URI address, Map<String, String> usual) {
        this.address = address;
        this.usual = new TreeMap<>(usual);
    }

    @Override
    public String address() {
        return address.toString();
    }

    @Override
    public String kind() {
        return "queue of a line printer daemon";
    }

    @Override
    public Set<String> takes() {
        return Set.of(COPIES);
    }

    @Override
    public String receipt() {
        return "received; a line printer daemon doesn't say whether it is printed";
    }

    private String queue() {
        return address.getPath().substring(1);
    }

    @Override
    public OpenPort open() throws PrinterAwayException {
        PortChannel channel =
                PortChannel.open(address.getHost(), address.getPort() < 0 ? USUAL_PORT : address.getPort());
        try {
            command(channel, "\002" + queue());
            return new Session(channel);
        } catch (IOException | PortRefusedException e) {
            try {
                channel.close();
            } catch (IOException alreadyClosed) {
                // nothing was sent
            }
            throw new PrinterAwayException("queue " + queue() + " takes no jobs now");
        }
    }

    private static void command(PortChannel channel, String line) throws IOException, PortRefusedException {
        channel.out().write((line + "\n").getBytes(StandardCharsets.US_ASCII));
        confirm(channel);
    }

    private static void confirm(PortChannel channel) throws IOException, PortRefusedException {
        int answer = channel.answer();
        if (answer < 0) {
            throw new IOException("The daemon closed the connection");
        }
        if (answer > 0) {
            throw new PortRefusedException("code " + answer);
        }
    }

    private final class Session implements OpenPort {
        private final PortChannel channel;

        Session(PortChannel channel) {
            this.channel = channel;
        }

        /** The control file says what is done with the data file: printed as it is, once for each copy (RFC 1179, section 7). */
        @Override
        public void send(String name, Map<String, String> ticket, long size, Printer.Document document)
                throws IOException, PortRefusedException {
            String number = "%03d".formatted(jobs.getAndIncrement() % MOST_NUMBERS);
            String data = "dfA" + number + HOST;
            int copies = Integer.parseInt(ticket.getOrDefault(COPIES, usual.getOrDefault(COPIES, "1")));
            String control = "H" + HOST + "\nP" + HOST + "\nJ" + plain(name) + "\n" + ("l" + data + "\n").repeat(copies)
                    + "U" + data + "\nN" + plain(name) + "\n";
            byte[] controlBytes = control.getBytes(StandardCharsets.UTF_8);
            OutputStream out = channel.out();
            command(channel, "\002" + controlBytes.length + " cfA" + number + HOST);
            out.write(controlBytes);
            out.write(0);
            confirm(channel);
            command(channel, "\003" + size + " " + data);
            try (InputStream bytes = document.open()) {
                bytes.transferTo(out);
            }
            out.write(0);
            confirm(channel);
        }

        @Override
        public void close() throws IOException {
            channel.close();
        }
    }

    /** Without what would begin another line of the control file. */
    private static String plain(String name) {
        String line = name.replaceAll("\\p{Cntrl}", " ");
        return line.length() > LONGEST_JOB_NAME ? line.substring(0, LONGEST_JOB_NAME) : line;
    }
}
