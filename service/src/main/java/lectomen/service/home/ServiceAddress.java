package lectomen.service.home;

/** The address by which people reach the service, for links. Known once the service has started. Safe for several threads. */
public final class ServiceAddress {
    private volatile String base = "";

    /** @param url of the service; a slash at its end is left out */
    public void set(String url) {
        base = url.replaceAll("/+$", "");
    }

    /** The whole address of a path that begins with a slash. */
    public String of(String path) {
        return base + path;
    }
}
