package lectomen.journeys;

/** What a command answered. */
record Answer(int exitCode, String out, String err) {}
