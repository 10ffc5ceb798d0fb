package lectomen.engine.identify;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The file types that are recognised. {@link #word()} is how a rule file names one, {@link #ending()} what a file of
 * that kind is called when it is filed.
 */
public enum FileType {
    EMPTY("empty", "", "application/x-empty"),
    PDF("pdf", "pdf", "application/pdf"),
    TEXT("text", "txt", "text/plain"),
    CSV("csv", "csv", "text/csv"),
    XML("xml", "xml", "application/xml"),
    SVG("svg", "svg", "image/svg+xml"),
    HTML("html", "html", "text/html"),
    JSON("json", "json", "application/json"),
    RTF("rtf", "rtf", "application/rtf"),
    MAIL("mail", "eml", "message/rfc822"),
    DXF("dxf", "dxf", "image/vnd.dxf"),
    STEP("step", "step", "model/step"),
    TIFF("tiff", "tif", "image/tiff"),
    JPEG("jpeg", "jpg", "image/jpeg"),
    PNG("png", "png", "image/png"),
    GIF("gif", "gif", "image/gif"),
    BMP("bmp", "bmp", "image/bmp"),
    WEBP("webp", "webp", "image/webp"),
    JPEG_2000("jpeg 2000", "jp2", "image/jp2"),
    DOCX("docx", "docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document"),
    XLSX("xlsx", "xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
    PPTX("pptx", "pptx", "application/vnd.openxmlformats-officedocument.presentationml.presentation"),
    ODT("odt", "odt", "application/vnd.oasis.opendocument.text"),
    ODS("ods", "ods", "application/vnd.oasis.opendocument.spreadsheet"),
    ODP("odp", "odp", "application/vnd.oasis.opendocument.presentation"),
    OLE2("office 97", "", "application/x-ole-storage"),
    ZIP("zip", "zip", "application/zip"),
    UNKNOWN("unknown", "", "application/octet-stream");

    /** How many bytes from the start of a file {@link #of} wants to see; fewer only when the file is shorter. */
    public static final int HEAD_BYTES = 64 * 1024;

    /** Where a part's name begins in a zipped file, and how long what follows the name is (APPNOTE 6.3.10, 4.3.7). */
    private static final int ZIP_NAME = 30;

    private static final int ZIP_EXTRA = 28;

    private final String word;
    private final String ending;
    private final String mediaType;

    FileType(String word, String ending, String mediaType) {
        this.word = word;
        this.ending = ending;
        this.mediaType = mediaType;
    }

    /** The word for this type in a rule file and in messages. */
    public String word() {
        return word;
    }

    /** The usual extension of a file name, without the dot; empty when there is none. */
    public String ending() {
        return ending;
    }

    public String mediaType() {
        return mediaType;
    }

    public static Optional<FileType> findByWord(String word) {
        String wanted = word.strip().toLowerCase(Locale.ROOT);
        for (FileType type : values()) {
            if (type.word.equals(wanted)) {
                return Optional.of(type);
            }
        }
        return switch (wanted) {
            case "tif" -> Optional.of(TIFF);
            case "jpg" -> Optional.of(JPEG);
            case "txt" -> Optional.of(TEXT);
            case "eml" -> Optional.of(MAIL);
            default -> Optional.empty();
        };
    }

    /** {@link #UNKNOWN} for a media type that is none of theirs. */
    public static FileType ofMediaType(String mediaType) {
        return List.of(values()).stream()
                .filter(type -> type.mediaType.equals(mediaType))
                .findFirst()
                .orElse(UNKNOWN);
    }

    /** All words that {@link #findByWord} knows by their own name, for messages that suggest one. */
    public static List<String> words() {
        return List.of(values()).stream().map(FileType::word).toList();
    }

    /**
     * Tells the type of a file from its first {@link #HEAD_BYTES} bytes.
     *
     * <p>Signatures are those of the formats' own specifications. A PDF header may follow up to 1,024 bytes of other
     * matter (ISO 32000-1, annex H, note 13). What is left after the signatures is text when it decodes as UTF-8,
     * UTF-16 with a mark, or holds no control characters; else it is {@link #UNKNOWN}.
     */
    public static FileType of(byte[] head) {
        if (head.length == 0) {
            return EMPTY;
        }
        FileType bySignature = bySignature(head);
        return bySignature == UNKNOWN ? TextKinds.of(head) : bySignature;
    }

    /** The same, with the name where the content leaves it open. */
    public static FileType of(byte[] head, String name) {
        return of(head).called(name);
    }

    /**
     * What it is when its file is called so. Content decides; the name only tells what content can't: two lines may be text or
     * the rows of a table.
     */
    public FileType called(String name) {
        return this == TEXT && name.toLowerCase(Locale.ROOT).endsWith(".csv") ? CSV : this;
    }

    private static FileType bySignature(byte[] head) {
        if (starts(head, 0, "II*\0")
                || starts(head, 0, "MM\0*")
                || starts(head, 0, "II+\0")
                || starts(head, 0, "MM\0+")) {
            return TIFF;
        }
        if (starts(head, 0, "\u00ff\u00d8\u00ff")) {
            return JPEG;
        }
        if (starts(head, 0, "\u0089PNG\r\n\u001a\n")) {
            return PNG;
        }
        if (starts(head, 0, "GIF87a") || starts(head, 0, "GIF89a")) {
            return GIF;
        }
        if (starts(head, 0, "BM") && head.length > 14 && head[6] == 0 && head[7] == 0 && head[8] == 0 && head[9] == 0) {
            return BMP;
        }
        if (starts(head, 0, "RIFF") && starts(head, 8, "WEBP")) {
            return WEBP;
        }
        if (starts(head, 0, "\0\0\0\u000cjP  \r\n\u0087\n") || starts(head, 0, "\u00ffO\u00ffQ")) {
            return JPEG_2000;
        }
        if (starts(head, 0, "\u00d0\u00cf\u0011\u00e0\u00a1\u00b1\u001a\u00e1")) {
            return OLE2;
        }
        if (starts(head, 0, "PK\u0003\u0004") || starts(head, 0, "PK\u0005\u0006")) {
            return zipKind(head);
        }
        if (starts(head, 0, "{\\rtf")) {
            return RTF;
        }
        if (starts(head, 0, "ISO-10303-21;")) {
            return STEP;
        }
        if (starts(head, 0, "AutoCAD Binary DXF\r\n\u001a\0")) {
            return DXF;
        }
        return contains(head, "%PDF-", 1024) ? PDF : UNKNOWN;
    }

    /** The parts of an office file can be in any order; the names of the first ones stand in the head of the zip. */
    private static FileType zipKind(byte[] head) {
        String seen = new String(head, StandardCharsets.ISO_8859_1);
        if (starts(head, ZIP_NAME, "mimetype")) {
            int after = (head[ZIP_EXTRA] & 0xff) + 256 * (head[ZIP_EXTRA + 1] & 0xff);
            FileType open = openDocument(seen, ZIP_NAME + "mimetype".length() + after);
            if (open != ZIP) {
                return open;
            }
        }
        if (seen.contains("[Content_Types].xml") || seen.contains("_rels/.rels")) {
            if (seen.contains("word/")) {
                return DOCX;
            }
            if (seen.contains("xl/")) {
                return XLSX;
            }
            if (seen.contains("ppt/")) {
                return PPTX;
            }
        }
        return ZIP;
    }

    /** What the first part of an OpenDocument file says it is, which stands in it unpacked. */
    private static FileType openDocument(String seen, int at) {
        if (seen.startsWith("application/vnd.oasis.opendocument.text", at)) {
            return ODT;
        }
        if (seen.startsWith("application/vnd.oasis.opendocument.spreadsheet", at)) {
            return ODS;
        }
        return seen.startsWith("application/vnd.oasis.opendocument.presentation", at) ? ODP : ZIP;
    }

    private static boolean starts(byte[] head, int at, String latin1) {
        if (head.length < at + latin1.length()) {
            return false;
        }
        for (int i = 0; i < latin1.length(); i++) {
            if ((head[at + i] & 0xff) != latin1.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    private static boolean contains(byte[] head, String latin1, int withinBytes) {
        int last = Math.min(head.length, withinBytes) - latin1.length();
        for (int at = 0; at <= last; at++) {
            if (starts(head, at, latin1)) {
                return true;
            }
        }
        return false;
    }
}
