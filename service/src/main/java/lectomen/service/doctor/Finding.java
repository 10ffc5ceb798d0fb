package lectomen.service.doctor;

import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * Something that was looked at.
 *
 * @param mend what to do; empty when all is well
 */
record Finding(String what, Grade grade, String words, String mend) {
    /** How it stands. */
    enum Grade {
        /** As it should be. */
        @JsonProperty("well")
        WELL("well "),
        /** Works, though somebody should look at it. */
        @JsonProperty("look")
        LOOK("look "),
        /** Does not work. */
        @JsonProperty("wrong")
        WRONG("WRONG");

        private final String word;

        Grade(String word) {
            this.word = word;
        }

        /** Five letters wide. */
        String word() {
            return word;
        }
    }

    static Finding well(String what, String words) {
        return new Finding(what, Grade.WELL, words, "");
    }

    static Finding look(String what, String words, String mend) {
        return new Finding(what, Grade.LOOK, words, mend);
    }

    static Finding wrong(String what, String words, String mend) {
        return new Finding(what, Grade.WRONG, words, mend);
    }
}
