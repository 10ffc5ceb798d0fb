package lectomen.engine.step.mail;

/** Plain text as simple HTML. */
public final class MailHtml {
    private MailHtml() {}

    /** A whole document that says the same as the text. */
    public static String of(String text) {
        return page("<p>" + lines(text.strip()) + "</p>");
    }

    /** A whole document. @param body what is in it */
    public static String page(String body) {
        return "<!doctype html>\n<html><head><meta charset=\"utf-8\"></head><body>\n" + body + "\n</body></html>\n";
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
