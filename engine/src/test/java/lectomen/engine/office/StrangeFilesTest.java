package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Enumeration;
import java.util.List;
import java.util.Random;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import lectomen.engine.LongRun;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.progress.Progress;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Documents that no program would write, with numbers out of bounds or parts that are missing, get pages or a reason in a short while. */
class StrangeFilesTest {
    private static final List<String> STRANGE =
            List.of("0", "-1", "1", "-20000", "31680", "99999999", "2147483648", "-4294967297", "0.0001");
    private static final Pattern IN_XML = Pattern.compile("(?<==\")-?\\d+(?=[a-z]{0,2}\")");
    private static final Pattern IN_RTF = Pattern.compile("(?<=\\\\[a-z]{1,20})-?\\d+");
    private static final Pattern SMALL_ELEMENT = Pattern.compile("<[\\w:]+(?: [^<>]*)?/>");
    private static final Pattern GROUP_OR_WORD = Pattern.compile("\\\\[a-z]+-?\\d* ?|[{}]");
    private static final int TIMES = LongRun.of(2, 40);

    @TempDir
    private Path folder;

    static Stream<Fixture> fixtures() throws IOException {
        return Fixture.all().stream().filter(fixture -> fixture.type() != FileType.TEXT);
    }

    /** Changes some of what a part or file says. */
    private interface Change {
        String of(String text, boolean isXml, Random random);
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void whateverTheNumbersAreItEnds(Fixture fixture) throws IOException {
        endsFor(
                fixture,
                (text, isXml, random) -> replaced(
                        text, isXml ? IN_XML : IN_RTF, random, () -> STRANGE.get(random.nextInt(STRANGE.size()))));
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void whateverIsMissingItEnds(Fixture fixture) throws IOException {
        endsFor(
                fixture,
                (text, isXml, random) -> replaced(text, isXml ? SMALL_ELEMENT : GROUP_OR_WORD, random, () -> ""));
    }

    private void endsFor(Fixture fixture, Change change) throws IOException {
        Path whole = fixture.write(folder);
        for (int seed = 0; seed < TIMES; seed++) {
            Random random = new Random(seed);
            Path strange =
                    folder.resolve("strange" + seed + "." + fixture.type().ending());
            if (fixture.type() == FileType.RTF) {
                String text = Files.readString(whole, StandardCharsets.ISO_8859_1);
                Files.writeString(strange, change.of(text, false, random), StandardCharsets.ISO_8859_1);
            } else {
                repack(whole, strange, text -> change.of(text, true, random));
            }
            ConversionResult made = assertTimeoutPreemptively(
                    Duration.ofSeconds(30), () -> converted(strange, fixture.type()), fixture + " with seed " + seed);
            if (made instanceof ConversionResult.Failed failed) {
                assertThat(failed.reason().code()).startsWith("office.");
                assertThat(failed.reason().words())
                        .doesNotContainPattern("\\w(?:Exception|Error)\\b|\\bjava\\.|\\bnull\\b");
            }
        }
    }

    private ConversionResult converted(Path file, FileType type) throws IOException {
        SourceDocument source = new SourceDocument(file, type, "strange");
        return new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE)
                .convert(source, Conversion.to(TargetFormat.PDF_A_2U));
    }

    /** With one to three of what is found replaced. */
    private static String replaced(String text, Pattern what, Random random, Supplier<String> by) {
        List<MatchResult> found = what.matcher(text).results().toList();
        if (found.isEmpty()) {
            return text;
        }
        StringBuilder out = new StringBuilder(text);
        int from = random.nextInt(found.size());
        int to = Math.min(found.size(), from + 1 + random.nextInt(3));
        for (int i = to - 1; i >= from; i--) {
            out.replace(found.get(i).start(), found.get(i).end(), by.get());
        }
        return out.toString();
    }

    private static void repack(Path whole, Path strange, UnaryOperator<String> change) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipFile zip = new ZipFile(whole.toFile());
                ZipOutputStream out = new ZipOutputStream(bytes)) {
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                out.putNextEntry(new ZipEntry(entry.getName()));
                try (InputStream in = zip.getInputStream(entry)) {
                    byte[] part = in.readAllBytes();
                    boolean told = entry.getName().matches(".*(document|styles|content|numbering)\\.xml");
                    out.write(
                            told
                                    ? change.apply(new String(part, StandardCharsets.UTF_8))
                                            .getBytes(StandardCharsets.UTF_8)
                                    : part);
                }
                out.closeEntry();
            }
        }
        Files.write(strange, bytes.toByteArray());
    }
}
