package lectomen.service.doctor;

/**
 * Something that was looked at.
 *
 * @param mend what to do; empty when all is well
 */
record Finding(String what, boolean well, String words, String mend) {
    static Finding well(String what, String words) {
        return new Finding(what, true, words, "");
    }

    static Finding wrong(String what, String words, String mend) {
        return new Finding(what, false, words, mend);
    }
}
