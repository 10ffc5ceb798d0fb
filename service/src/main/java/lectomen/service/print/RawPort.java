package lectomen.service.print;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.util.Map;
import java.util.Set;

/** A port that prints whatever bytes come, usually 9100. It takes no ticket and says nothing. */
final class RawPort implements PrintPort {
    private static final int USUAL_PORT = 9_100;

    private final URI address;

    RawPort(URI address) {
        this.address = address;
    }

    @Override
    public String address() {
        return address.toString();
    }

    @Override
    public String kind() {
        return "raw port";
    }

    @Override
    public Set<String> takes() {
        return Set.of();
    }

    @Override
    public String receipt() {
        return "sent; a raw port doesn't say whether it is printed";
    }

    @Override
    public OpenPort open() throws PrinterAwayException {
        PortChannel channel =
                PortChannel.open(address.getHost(), address.getPort() < 0 ? USUAL_PORT : address.getPort());
        return new OpenPort() {
            @Override
            public void send(String name, Map<String, String> ticket, long size, Printer.Document document)
                    throws IOException {
                try (InputStream bytes = document.open()) {
                    bytes.transferTo(channel.out());
                }
                channel.end();
            }

            @Override
            public void close() throws IOException {
                channel.close();
            }
        };
    }
}
