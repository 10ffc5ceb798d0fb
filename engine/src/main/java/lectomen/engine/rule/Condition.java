package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.extract.Nearness;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.extract.TextSearch;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.DocumentText;

/** A condition of a rule: something that holds for a file or does not. */
public sealed interface Condition {
    /**
     * Looks at a file.
     *
     * @param text of the document; empty when it was not read yet
     */
    Seen look(Facts facts, Optional<DocumentText> text);

    /** How several conditions make one. */
    enum Junction {
        ALL,
        ANY,
        NONE;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    record Group(Junction junction, List<Condition> parts, int line) implements Condition {
        public Group {
            parts = List.copyOf(parts);
        }

        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            List<Seen> seen = new ArrayList<>();
            for (Condition part : parts) {
                seen.add(part.look(facts, text));
            }
            Truth truth =
                    switch (junction) {
                        case ALL -> worst(seen, Truth.NO, Truth.YES);
                        case ANY -> worst(seen, Truth.YES, Truth.NO);
                        case NONE -> worst(seen, Truth.YES, Truth.NO).not();
                    };
            return new Seen(junction.word(), truth, "", line, seen);
        }

        private static Truth worst(List<Seen> seen, Truth decisive, Truth otherwise) {
            Set<Truth> truths = seen.stream().map(Seen::truth).collect(Collectors.toSet());
            return truths.contains(decisive) ? decisive : truths.contains(Truth.OPEN) ? Truth.OPEN : otherwise;
        }
    }

    record TypeIs(Set<FileType> types, int line) implements Condition {
        public TypeIs {
            types = Set.copyOf(types);
        }

        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            String says =
                    "type is " + types.stream().map(FileType::word).sorted().collect(Collectors.joining(" or "));
            return new Seen(
                    says, Truth.of(types.contains(facts.type())), facts.type().word(), line, List.of());
        }
    }

    /** @param wildcards with * for any characters and ? for one; the whole name is compared, without case */
    record NameLike(String wildcards, int line) implements Condition {
        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            StringBuilder regex = new StringBuilder();
            wildcards
                    .codePoints()
                    .forEach(c -> regex.append(
                            switch (c) {
                                case '*' -> ".*";
                                case '?' -> ".";
                                default -> Pattern.quote(Character.toString(c));
                            }));
            int flags = Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL;
            boolean held = Pattern.compile(regex.toString(), flags)
                    .matcher(facts.name())
                    .matches();
            return new Seen("name like " + wildcards, Truth.of(held), facts.name(), line, List.of());
        }
    }

    record NameMatches(Pattern pattern, int line) implements Condition {
        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            boolean held = TextSearch.findMatch(pattern, facts.name()).isPresent();
            return new Seen("name matches " + pattern, Truth.of(held), facts.name(), line, List.of());
        }
    }

    record TextContains(String words, int line) implements Condition {
        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            String says = "text contains \"" + words + "\"";
            if (text.isEmpty()) {
                return new Seen(says, Truth.OPEN, "not read yet", line, List.of());
            }
            boolean held = TextSearch.contains(text.get().text(), words)
                    || TextSearch.contains(text.get().textByColumns(), words);
            return new Seen(says, Truth.of(held), held ? "found" : nearest(text.get()), line, List.of());
        }

        private String nearest(DocumentText text) {
            if (text.isBlank()) {
                return "not found: no text on " + text.pageRange() + ", only pictures or nothing";
            }
            List<String> lines = text.pages().stream()
                    .flatMap(page -> page.lines().stream())
                    .limit(2000)
                    .map(found -> found.text())
                    .toList();
            return Nearness.nearest(words, lines)
                    .map(near -> "not found; nearest: \"" + near + "\"")
                    .orElse("not found on " + text.pageRange());
        }
    }

    record TextMatches(Pattern pattern, int line) implements Condition {
        @Override
        public Seen look(Facts facts, Optional<DocumentText> text) {
            String says = "text matches " + pattern;
            if (text.isEmpty()) {
                return new Seen(says, Truth.OPEN, "not read yet", line, List.of());
            }
            Optional<String> match = find(text.get());
            String saw = match.map(found -> "\"" + found + "\"")
                    .orElse("not found on " + text.get().pageRange());
            return new Seen(says, Truth.of(match.isPresent()), saw, line, List.of());
        }

        private Optional<String> find(DocumentText text) {
            try {
                return TextSearch.findMatch(pattern, text.text())
                        .or(() -> TextSearch.findMatch(pattern, text.textByColumns()));
            } catch (PatternTooSlow e) {
                throw e.at(pattern.pattern(), line);
            }
        }
    }
}
