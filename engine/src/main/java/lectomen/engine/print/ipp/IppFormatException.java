package lectomen.engine.print.ipp;

import java.io.IOException;

/** Bytes that are no message by RFC 8010. */
public final class IppFormatException extends IOException {
    private static final long serialVersionUID = 1;

    IppFormatException(String message) {
        super(message);
    }
}
