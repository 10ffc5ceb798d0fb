package lectomen.service.print;

import java.io.IOException;
import java.util.Map;
import java.util.Set;
import lectomen.service.home.PrinterSettings;

/** A way to a printer that takes documents and can't be asked what became of them. Safe for several threads. */
public sealed interface PrintPort permits RawPort, LpdPort {
    /** Where it is, as the settings have it. */
    String address();

    /** As messages call it. */
    String kind();

    /** What of a ticket it takes, by the words of IPP. */
    Set<String> takes();

    /** What is known once a document was sent, for the receipt. */
    String receipt();

    /** @throws PrinterAwayException if it takes nothing now; nothing was sent */
    OpenPort open() throws PrinterAwayException;

    /** A connection, for one document. */
    interface OpenPort extends AutoCloseable {
        /**
         * @throws PortRefusedException if it does not take it; nothing is printed
         * @throws IOException if it broke, and part of the document may be printed
         */
        void send(String name, Map<String, String> ticket, long size, Printer.Document document)
                throws IOException, PortRefusedException;

        @Override
        void close() throws IOException;
    }

    /** @param printer one that can't be asked */
    static PrintPort of(PrinterSettings printer) {
        return printer.address().getScheme().equals("lpd")
                ? new LpdPort(printer.address(), printer.ticket())
                : new RawPort(printer.address());
    }
}
