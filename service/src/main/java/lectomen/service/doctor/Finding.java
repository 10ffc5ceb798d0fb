package lectomen.service.doctor;

import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * The result of one check.
 *
 * @param fix what to do; empty where there is no problem
 */
record Finding(String what, Grade grade, String words, String fix) {
    enum Grade {
        @JsonProperty("ok")
        OK("ok     "),
        /** Works, but a person should check it. */
        @JsonProperty("warning")
        WARNING("warning"),
        /** Does not work. */
        @JsonProperty("error")
        ERROR("ERROR  ");

        private final String word;

        Grade(String word) {
            this.word = word;
        }

        /** Seven characters wide. */
        String word() {
            return word;
        }
    }

    static Finding ok(String what, String words) {
        return new Finding(what, Grade.OK, words, "");
    }

    static Finding warning(String what, String words, String fix) {
        return new Finding(what, Grade.WARNING, words, fix);
    }

    static Finding error(String what, String words, String fix) {
        return new Finding(what, Grade.ERROR, words, fix);
    }
}
