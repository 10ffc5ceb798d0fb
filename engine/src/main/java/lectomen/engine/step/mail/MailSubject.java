package lectomen.engine.step.mail;

/** Subjects of mails. */
public final class MailSubject {
    private static final int LONGEST = 250;

    private MailSubject() {}

    /** The text in one line, so that nothing in a value can begin another header. */
    public static String of(String text) {
        String line = text.replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
        return line.substring(0, Math.min(line.length(), LONGEST));
    }
}
