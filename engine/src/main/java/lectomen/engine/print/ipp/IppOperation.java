package lectomen.engine.print.ipp;

import java.util.Optional;
import java.util.stream.Stream;

/** What a printer can be asked to do (RFC 8011, section 5.4.15). */
public enum IppOperation {
    PRINT_JOB(0x0002),
    VALIDATE_JOB(0x0004),
    CREATE_JOB(0x0005),
    SEND_DOCUMENT(0x0006),
    CANCEL_JOB(0x0008),
    GET_JOB_ATTRIBUTES(0x0009),
    GET_JOBS(0x000a),
    GET_PRINTER_ATTRIBUTES(0x000b),
    HOLD_JOB(0x000c),
    RELEASE_JOB(0x000d);

    private final int code;

    IppOperation(int code) {
        this.code = code;
    }

    public int code() {
        return code;
    }

    public static Optional<IppOperation> find(int code) {
        return Stream.of(values()).filter(one -> one.code == code).findFirst();
    }
}
