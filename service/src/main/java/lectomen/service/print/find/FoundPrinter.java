package lectomen.service.print.find;

import java.util.List;

/**
 * A printer that announces itself.
 *
 * @param name that it goes by in the network
 * @param address for a connection
 * @param model empty where it does not say
 * @param location empty where it does not say
 * @param formats media types of documents that it takes, as far as it says
 */
public record FoundPrinter(String name, String address, String model, String location, List<String> formats) {
    public FoundPrinter {
        formats = List.copyOf(formats);
    }
}
