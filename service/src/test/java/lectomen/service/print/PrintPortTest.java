package lectomen.service.print;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import lectomen.service.home.PrinterSettings;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Ports that only take bytes, held against a socket that writes down what comes. */
class PrintPortTest {
    private static final byte[] DOCUMENT = "%PDF a plan\n".getBytes(StandardCharsets.UTF_8);

    private ServerSocket server;

    @BeforeEach
    void start() throws IOException {
        server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
    }

    @AfterEach
    void stop() throws IOException {
        server.close();
    }

    private PrintPort port(String scheme, String path, Map<String, String> ticket) {
        URI address = URI.create(scheme + "://localhost:" + server.getLocalPort() + path);
        return PrintPort.of(new PrinterSettings(address, Optional.empty(), Optional.empty(), ticket));
    }

    private static void send(PrintPort port, String name, Map<String, String> ticket) throws Exception {
        try (PrintPort.OpenPort open = port.open()) {
            open.send(name, ticket, DOCUMENT.length, () -> new ByteArrayInputStream(DOCUMENT));
        }
    }

    /** All that one client sends, which is confirmed line by line until so many confirmations were given. */
    private CompletableFuture<String> taken(int confirmations, int lastAnswer) {
        return CompletableFuture.supplyAsync(() -> {
            ByteArrayOutputStream all = new ByteArrayOutputStream();
            try (Socket client = server.accept()) {
                InputStream in = client.getInputStream();
                OutputStream out = client.getOutputStream();
                int given = 0;
                for (int next = in.read(); next >= 0; next = in.read()) {
                    all.write(next);
                    boolean line = next == '\n' && (given == 0 || given == 1 || given == 3);
                    if (line || next == 0) {
                        given++;
                        out.write(given == confirmations ? lastAnswer : 0);
                    }
                }
            } catch (IOException e) {
                all.writeBytes(" (broken)".getBytes(StandardCharsets.US_ASCII));
            }
            return all.toString(StandardCharsets.UTF_8);
        });
    }

    @Test
    void aRawPortGetsTheDocumentAsItIs() throws Exception {
        CompletableFuture<byte[]> taken = CompletableFuture.supplyAsync(() -> {
            try (Socket client = server.accept()) {
                return client.getInputStream().readAllBytes();
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        });
        PrintPort port = port("raw", "", Map.of());
        assertThat(port.takes()).isEmpty();
        send(port, "plan", Map.of());
        assertThat(taken.get()).isEqualTo(DOCUMENT);
    }

    @Test
    void aLineDaemonGetsAControlFileWithItsCopies() throws Exception {
        CompletableFuture<String> taken = taken(5, 0);
        send(port("lpd", "/plans", Map.of("copies", "7")), "plan\nUrgent", Map.of("copies", "2"));
        String control = """
                Hlectomen
                Plectomen
                Jplan Urgent
                ldfA000lectomen
                ldfA000lectomen
                UdfA000lectomen
                Nplan Urgent
                """;
        assertThat(taken.get())
                .isEqualTo("\002plans\n\002" + control.length() + " cfA000lectomen\n" + control + "\0\003"
                        + DOCUMENT.length + " dfA000lectomen\n%PDF a plan\n\0");
    }

    @Test
    void aQueueThatTakesNothingIsAway() {
        CompletableFuture<String> taken = taken(1, 1);
        PrintPort port = port("lpd", "/plans", Map.of());
        assertThatThrownBy(port::open)
                .isInstanceOfSatisfying(PrinterAwayException.class, away -> assertThat(away.problem())
                        .isEqualTo("queue plans takes no jobs now"));
        assertThat(taken.join()).isEqualTo("\002plans\n");
    }

    @Test
    void aDaemonCanRefuseADocument() {
        CompletableFuture<String> taken = taken(5, 2);
        PrintPort port = port("lpd", "/plans", Map.of());
        assertThatThrownBy(() -> send(port, "plan", Map.of())).isInstanceOf(PortRefusedException.class);
        assertThat(taken.join()).endsWith("%PDF a plan\n\0");
    }

    @Test
    void aDaemonThatClosesInTheMiddleLeavesItOpenWhetherItPrints() {
        CompletableFuture<Void> closed = CompletableFuture.runAsync(() -> {
            try (Socket client = server.accept()) {
                client.getInputStream().read();
                client.getOutputStream().write(new byte[] {0, 0, 0, 0});
                client.getInputStream().readNBytes(100);
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        });
        PrintPort port = port("lpd", "/plans", Map.of());
        assertThatThrownBy(() -> send(port, "plan", Map.of())).isInstanceOf(IOException.class);
        closed.join();
    }

    @Test
    void aPortThatNobodyListensOnIsAway() throws Exception {
        server.close();
        assertThatThrownBy(port("raw", "", Map.of())::open).isInstanceOf(PrinterAwayException.class);
    }
}
