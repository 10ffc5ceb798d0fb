package lectomen.standins.mail;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;

/**
 * A mail server on this machine that takes any mail and passes none on (SMTP, RFC 5321, without encryption). On request it refuses
 * addresses, is busy, or breaks the connection just before it says that it has a mail.
 */
public final class MailStandIn implements AutoCloseable {
    private final ServerSocket server;
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private final Consumer<ReceivedMail> listener;
    private final List<ReceivedMail> received = new CopyOnWriteArrayList<>();
    private final Set<String> refused = ConcurrentHashMap.newKeySet();
    private final Set<Socket> clients = ConcurrentHashMap.newKeySet();
    private final AtomicInteger connections = new AtomicInteger();
    private volatile boolean busy;
    private volatile boolean breaks;

    private MailStandIn(ServerSocket server, Consumer<ReceivedMail> listener) {
        this.server = server;
        this.listener = listener;
    }

    /** @param port 0 for any free one @param listener called with each mail */
    public static MailStandIn start(int port, Consumer<ReceivedMail> listener) throws IOException {
        MailStandIn standIn = new MailStandIn(new ServerSocket(port, 50, InetAddress.getLoopbackAddress()), listener);
        standIn.threads.execute(standIn::listen);
        return standIn;
    }

    public int port() {
        return server.getLocalPort();
    }

    /** The mails that came so far. */
    public List<ReceivedMail> received() {
        return List.copyOf(received);
    }

    /** How many connections there were so far. */
    public int connections() {
        return connections.get();
    }

    /** Takes no mail for this address from now on. */
    public void refuse(String address) {
        refused.add(address);
    }

    /** Takes no mail for the time being, or takes mails again. */
    public void setBusy(boolean next) {
        busy = next;
    }

    /** Takes mails and breaks the connection before it says so, or no longer. */
    public void setBreaking(boolean next) {
        breaks = next;
    }

    @Override
    public void close() throws IOException {
        server.close();
        for (Socket client : clients) {
            client.close();
        }
        threads.shutdownNow();
    }

    private void listen() {
        while (!server.isClosed()) {
            try {
                Socket client = server.accept();
                connections.incrementAndGet();
                threads.execute(() -> talk(client));
            } catch (IOException closed) {
                return;
            }
        }
    }

    private void talk(Socket client) {
        clients.add(client);
        try (client) {
            new Talk(client).run();
        } catch (IOException gone) {
            // the client has hung up
        } finally {
            clients.remove(client);
        }
    }

    /** The talk with one client. */
    private final class Talk {
        private final BufferedReader in;
        private final OutputStream out;
        private String from = "";
        private final List<String> to = new ArrayList<>();

        Talk(Socket client) throws IOException {
            in = new BufferedReader(new InputStreamReader(client.getInputStream(), StandardCharsets.ISO_8859_1));
            out = client.getOutputStream();
        }

        private void say(String line) throws IOException {
            out.write((line + "\r\n").getBytes(StandardCharsets.US_ASCII));
            out.flush();
        }

        void run() throws IOException {
            say("220 standin ESMTP");
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String word = line.length() < 4 ? line : line.substring(0, 4).toUpperCase(Locale.ROOT);
                switch (word) {
                    case "EHLO", "HELO" -> say("250 standin");
                    case "MAIL" -> begin(line);
                    case "RCPT" -> recipient(line);
                    case "DATA" -> {
                        if (!data()) {
                            return;
                        }
                    }
                    case "RSET" -> {
                        to.clear();
                        say("250 OK");
                    }
                    case "NOOP" -> say("250 OK");
                    case "QUIT" -> {
                        say("221 Bye");
                        return;
                    }
                    default -> say("502 Not known here");
                }
            }
        }

        private void begin(String line) throws IOException {
            to.clear();
            from = address(line);
            say(busy ? "451 Busy, try again later" : "250 OK");
        }

        private void recipient(String line) throws IOException {
            String address = address(line);
            if (refused.contains(address)) {
                say("550 No such mailbox");
            } else {
                to.add(address);
                say("250 OK");
            }
        }

        /** @return false if the talk is over */
        private boolean data() throws IOException {
            if (to.isEmpty()) {
                say("503 No recipients");
                return true;
            }
            say("354 Go on");
            StringBuilder content = new StringBuilder();
            String line = in.readLine();
            while (line != null && !line.equals(".")) {
                content.append(line.startsWith(".") ? line.substring(1) : line).append('\n');
                line = in.readLine();
            }
            if (line == null) {
                return false; // a mail that breaks off is none
            }
            ReceivedMail mail = new ReceivedMail(from, to, content.toString());
            received.add(mail);
            listener.accept(mail);
            if (breaks) {
                return false;
            }
            say("250 Taken as number " + received.size());
            return true;
        }

        private static String address(String line) {
            return line.replaceFirst("^[^<]*<", "").replaceFirst(">.*$", "");
        }
    }
}
