package lectomen.service.desk;

import java.time.Instant;
import lectomen.engine.page.Box;

/**
 * A value that somebody entered instead of what was read.
 *
 * @param extractor how the value had been found
 * @param page counted from 1; 0 for none
 * @param by the name of the person
 */
public record DeskCorrection(
        String job,
        String field,
        String extractor,
        String read,
        String entered,
        int page,
        Box box,
        String by,
        Instant at) {}
