package lectomen.service.print.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import lectomen.standins.printer.PrinterAnnouncement;
import lectomen.standins.printer.PrinterStandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrinterSearchTest {
    private static final int MOST_SEARCHES = 60;

    @TempDir
    private Path temp;

    /** Announcing takes a while: a name is first asked for whether somebody else has it. */
    @Test
    void aPrinterThatAnnouncesItselfIsFoundWithItsAddress() throws Exception {
        String name = "Plan room " + System.nanoTime();
        try (PrinterStandIn printer = PrinterStandIn.start(0, temp, job -> {});
                PrinterAnnouncement announcement =
                        PrinterAnnouncement.of(printer, name, InetAddress.getLoopbackAddress())) {
            PrinterSearch search = new PrinterSearch(Duration.ofSeconds(1));
            List<FoundPrinter> found = List.of();
            for (int i = 0; i < MOST_SEARCHES && found.isEmpty(); i++) {
                found = search.search().stream()
                        .filter(one -> one.name().equals(name))
                        .toList();
            }
            assertThat(found).hasSize(1);
            FoundPrinter one = found.get(0);
            assertThat(one.address()).startsWith("ipp://").endsWith(":" + port(printer) + "/ipp/print");
            assertThat(one.model()).isEqualTo("Lectomen stand-in");
            assertThat(one.location()).isEqualTo("Harbour office");
            assertThat(one.formats()).contains("application/pdf", "image/pwg-raster");
        }
    }

    private static String port(PrinterStandIn printer) {
        return printer.uri().replaceAll(".*:(\\d+)/.*", "$1");
    }
}
