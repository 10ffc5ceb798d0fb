package lectomen.engine.print.ipp;

/** How an operation went (RFC 8011, appendix B). */
public enum IppStatus {
    OK(0x0000),
    OK_IGNORED_OR_SUBSTITUTED(0x0001),
    BAD_REQUEST(0x0400),
    NOT_POSSIBLE(0x0404),
    NOT_FOUND(0x0406),
    DOCUMENT_FORMAT_NOT_SUPPORTED(0x040a),
    ATTRIBUTES_OR_VALUES_NOT_SUPPORTED(0x040b),
    OPERATION_NOT_SUPPORTED(0x0501),
    VERSION_NOT_SUPPORTED(0x0503),
    NOT_ACCEPTING_JOBS(0x0506);

    private final int code;

    IppStatus(int code) {
        this.code = code;
    }

    public int code() {
        return code;
    }
}
