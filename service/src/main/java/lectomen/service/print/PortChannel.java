package lectomen.service.print;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.SocketTimeoutException;
import java.net.StandardSocketOptions;
import java.nio.channels.Channels;
import java.nio.channels.SocketChannel;
import java.time.Duration;
import org.jspecify.annotations.Nullable;

/** A connection to a port. Whoever waits in it can be interrupted. */
final class PortChannel implements AutoCloseable {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration ANSWER = Duration.ofSeconds(60);

    private final SocketChannel channel;
    private final InputStream in;
    private final OutputStream out;

    private PortChannel(SocketChannel channel) throws IOException {
        this.channel = channel;
        this.in = channel.socket().getInputStream();
        this.out = Channels.newOutputStream(channel);
    }

    static PortChannel open(String host, int port) throws PrinterAwayException {
        SocketChannel channel = null;
        try {
            channel = SocketChannel.open();
            channel.setOption(StandardSocketOptions.SO_KEEPALIVE, true);
            channel.socket().setSoTimeout((int) ANSWER.toMillis());
            channel.socket().connect(new InetSocketAddress(host, port), (int) CONNECT.toMillis());
            return new PortChannel(channel);
        } catch (IOException e) {
            closeQuietly(channel);
            throw new PrinterAwayException("no connection");
        }
    }

    private static void closeQuietly(@Nullable SocketChannel channel) {
        try {
            if (channel != null) {
                channel.close();
            }
        } catch (IOException e) {
            // it never was a connection
        }
    }

    OutputStream out() {
        return out;
    }

    /** The next byte of an answer; -1 when there is none. */
    int answer() throws IOException {
        return in.read();
    }

    /** Says that nothing more comes, and waits until the other side has seen it, as far as it shows. */
    void end() throws IOException {
        channel.shutdownOutput();
        try {
            while (in.read() >= 0) {
                // what a printer says of itself
            }
        } catch (SocketTimeoutException e) {
            // it keeps the connection open
        }
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
