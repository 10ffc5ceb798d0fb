package lectomen.engine.font;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * A font of one weight and slope, which may be split into files by script; a character that none of them has comes from the
 * fallback fonts. Files are read when a character first asks for them.
 */
public final class Face {
    private final String family;
    private final FontFile main;
    private final List<Supplier<Optional<FontFile>>> own;
    private final List<Supplier<Optional<FontFile>>> resorts;

    /** @param own the files of the font, the main one first; one that is not there is passed over */
    Face(String family, List<Supplier<Optional<FontFile>>> own, List<Supplier<Optional<FontFile>>> resorts) {
        this.family = family;
        this.main = own.get(0).get().orElseThrow();
        this.own = List.copyOf(own);
        this.resorts = List.copyOf(resorts);
    }

    public String family() {
        return family;
    }

    /** The file that its lines are measured by. */
    public FontFile main() {
        return main;
    }

    /** The file that has the character; its main one where none does. */
    public FontFile fileFor(int sign) {
        if (main.has(sign)) {
            return main;
        }
        return find(own, sign).or(() -> find(resorts, sign)).orElse(main);
    }

    private static Optional<FontFile> find(List<Supplier<Optional<FontFile>>> files, int sign) {
        for (Supplier<Optional<FontFile>> file : files) {
            Optional<FontFile> read = file.get();
            if (read.isPresent() && read.get().has(sign)) {
                return read;
            }
        }
        return Optional.empty();
    }
}
