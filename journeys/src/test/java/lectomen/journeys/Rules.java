package lectomen.journeys;

/** Rule files for journeys. */
final class Rules {
    private Rules() {}

    /** Files every text file of a folder under its own name. @param source more lines of the source, indented by four */
    static String keepName(String id, String source) {
        return """
                lectomen: 1
                rule: %1$s
                from:
                  - folder: "{inbox}/%1$s"
                %2$s
                do:
                  - name: "{file name}"
                  - file: { in: archive, under: "%1$s" }
                """.formatted(id, source.indent(4).stripTrailing());
    }

    /** Names tickets by the number that stands in their text. */
    static String tickets(String id, String whenTaken) {
        return """
                lectomen: 1
                rule: %1$s
                from:
                  - folder: "{inbox}/%1$s"
                    accept: [text]
                    arrives: whole
                when:
                  text contains: TICKET
                do:
                  - find: ticket
                    fields:
                      ticket number: { pattern: 'T-\\d{4}', near: Number, required: yes }
                  - name: "{ticket number}"
                  - file: { in: archive, under: "%1$s", when taken: %2$s }
                """.formatted(id, whenTaken);
    }

    static String ticket(String number) {
        return "HARBOUR TICKET\n\nNumber: " + number + "\n";
    }
}
