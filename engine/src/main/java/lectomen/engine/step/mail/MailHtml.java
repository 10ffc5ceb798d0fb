package lectomen.engine.step.mail;

/** Plain text as simple HTML. */
public final class MailHtml {
    private static final String TABLE = "  ";

    private MailHtml() {}

    /** A whole document that says the same as the text. */
    public static String of(String text) {
        return page("<p>" + body(text.strip()) + "</p>");
    }

    /** A whole document. @param body what is in it */
    public static String page(String body) {
        return "<!doctype html>\n<html><head><meta charset=\"utf-8\"></head><body>\n" + body + "\n</body></html>\n";
    }

    /** Text of several lines, for inside a paragraph; blocks of lines that begin with two blanks are tables, and keep their columns. */
    public static String body(String text) {
        StringBuilder html = new StringBuilder();
        boolean inTable = false;
        for (String line : text.split("\n", -1)) {
            boolean isTable = line.startsWith(TABLE);
            if (isTable != inTable) {
                html.append(isTable ? "</p><pre>" : "</pre><p>");
            } else if (html.length() > 0) {
                html.append(isTable ? "\n" : "<br>");
            }
            html.append(escaped(isTable ? line.substring(TABLE.length()) : line));
            inTable = isTable;
        }
        return html.append(inTable ? "</pre><p>" : "").toString();
    }

    /** Text of several lines. */
    public static String lines(String text) {
        return escaped(text).replace("\n", "<br>");
    }

    /** Text in which nothing is markup. */
    public static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
