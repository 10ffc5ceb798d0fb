package lectomen.bench;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.office.xml.Xml;
import lectomen.engine.progress.Progress;

/** How long documents of word processors and plain text take to become PDF/A, beside a bare parse of them; and the memory for a long one. */
final class DocumentsBenchmark implements Benchmark {
    private static final int WARM_UP = 40;
    private static final int RUNS = 30;
    private static final int LONG_RUNS = 5;
    private static final int PARAGRAPHS_A_PAGE = 9;
    private static final double LIMIT_MILLIS = 100;
    private static final String SENTENCES =
            "The dredger works between the quay and the inner breakwater on weekdays from six in the morning to eight in the evening. "
                    + "Vessels keep eighty metres clear of her wherever the fairway allows it, and pass at no more than four knots. "
                    + "Her anchors lie out to a hundred and twenty metres and are buoyed; the latest state is told on channel twelve.";

    private static final String TYPES =
            "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" "
                    + "ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" "
                    + "ContentType=\"application/xml\"/><Override PartName=\"/word/document.xml\" "
                    + "ContentType=\"application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml\"/></Types>";
    private static final String RELATIONS =
            "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"rId1\" "
                    + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" "
                    + "Target=\"word/document.xml\"/></Relationships>";

    @Override
    public String name() {
        return "documents";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path three = document(folder.resolve("three.docx"), 3);
        Path text = text(folder.resolve("eleven.txt"));
        Path many = document(folder.resolve("many.docx"), 233);
        List<Figure> figures = new ArrayList<>();
        double shortMillis = millis(WARM_UP, RUNS, () -> convert(folder, three, FileType.DOCX));
        figures.add(Figure.under(
                LIMIT_MILLIS,
                pages(folder, three, FileType.DOCX) + " pages from a word processor to PDF/A",
                shortMillis,
                "ms",
                Optional.of(millis(WARM_UP, RUNS, () -> parse(three))),
                "parsing its XML"));
        figures.add(Figure.under(
                LIMIT_MILLIS,
                pages(folder, text, FileType.TEXT) + " pages of plain text to PDF/A",
                millis(WARM_UP, RUNS, () -> convert(folder, text, FileType.TEXT)),
                "ms",
                Optional.of(millis(WARM_UP, RUNS, () -> Files.readAllLines(text))),
                "reading its lines"));
        int count = pages(folder, many, FileType.DOCX);
        figures.add(Figure.without(
                count + " pages from a word processor to PDF/A",
                millis(1, LONG_RUNS, () -> convert(folder, many, FileType.DOCX)),
                "ms",
                Optional.of(millis(1, LONG_RUNS, () -> parse(many))),
                "parsing its XML"));
        figures.add(Figure.without(
                "most heap for these " + count + " pages",
                peak(() -> convert(folder, many, FileType.DOCX)),
                "MB",
                Optional.empty(),
                ""));
        figures.add(Figure.without(
                "peak memory of a process that converts them",
                LauncherProcess.peakMegabytes(
                        folder, "320m", "convert", many.toString(), "--to", "pdf/a-2u", "--replace"),
                "MB",
                Optional.empty(),
                ""));
        return figures;
    }

    @FunctionalInterface
    private interface Work {
        void run() throws IOException;
    }

    /** The median. */
    private static double millis(int warmUp, int runs, Work work) throws IOException {
        for (int i = 0; i < warmUp; i++) {
            work.run();
        }
        double[] times = new double[runs];
        for (int i = 0; i < runs; i++) {
            long start = System.nanoTime();
            work.run();
            times[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(times);
        return times[runs / 2];
    }

    /** What lived at the same time, and what was not yet collected. */
    private static double peak(Work work) throws IOException {
        List<MemoryPoolMXBean> pools = ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(pool -> pool.getType() == MemoryType.HEAP)
                .toList();
        System.gc();
        pools.forEach(MemoryPoolMXBean::resetPeakUsage);
        work.run();
        return pools.stream().mapToLong(pool -> pool.getPeakUsage().getUsed()).sum() / 1e6;
    }

    private static Path made(Path folder, Path file, FileType type) throws IOException {
        SourceDocument source = new SourceDocument(file, type, "document");
        ConversionResult made = new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE)
                .convert(source, Conversion.to(TargetFormat.PDF_A_2U));
        if (made instanceof ConversionResult.Failed failed) {
            throw new IllegalStateException(failed.reason().words());
        }
        return ((ConversionResult.Files) made).files().get(0);
    }

    private static void convert(Path folder, Path file, FileType type) throws IOException {
        Files.delete(made(folder, file, type));
    }

    private static int pages(Path folder, Path file, FileType type) throws IOException {
        Path pdf = made(folder, file, type);
        try (var document = org.apache.pdfbox.Loader.loadPDF(pdf.toFile())) {
            return document.getNumberOfPages();
        } finally {
            Files.delete(pdf);
        }
    }

    private static void parse(Path file) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile());
                InputStream in = zip.getInputStream(zip.getEntry("word/document.xml"))) {
            Xml.read(in);
        }
    }

    private static Path text(Path file) throws IOException {
        StringBuilder text = new StringBuilder();
        for (int line = 1; line <= 11 * 60; line++) {
            text.append("Gauge ")
                    .append(line)
                    .append("  ")
                    .append(SENTENCES, 0, 64)
                    .append('\n');
        }
        return Files.writeString(file, text);
    }

    private static Path document(Path file, int pages) throws IOException {
        StringBuilder body = new StringBuilder();
        for (int page = 1; page <= pages; page++) {
            body.append(
                            "<w:p><w:pPr><w:keepNext/><w:outlineLvl w:val=\"0\"/></w:pPr><w:r><w:rPr><w:b/><w:sz w:val=\"32\"/></w:rPr><w:t>Part ")
                    .append(page)
                    .append("</w:t></w:r></w:p>");
            for (int i = 0; i < PARAGRAPHS_A_PAGE; i++) {
                body.append("<w:p><w:pPr><w:spacing w:after=\"160\"/><w:jc w:val=\"both\"/></w:pPr><w:r><w:t>")
                        .append(SENTENCES)
                        .append("</w:t></w:r></w:p>");
            }
            body.append("<w:tbl><w:tblGrid><w:gridCol w:w=\"3000\"/><w:gridCol w:w=\"3000\"/></w:tblGrid>");
            for (int row = 0; row < 8; row++) {
                body.append("<w:tr><w:tc><w:p><w:r><w:t>Berth ")
                        .append(row)
                        .append("</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>5.2 m</w:t></w:r></w:p></w:tc></w:tr>");
            }
            body.append("</w:tbl>");
        }
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            put(zip, "[Content_Types].xml", TYPES);
            put(zip, "_rels/.rels", RELATIONS);
            put(
                    zip,
                    "word/document.xml",
                    "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>"
                            + body
                            + "<w:sectPr><w:pgSz w:w=\"11906\" w:h=\"16838\"/></w:sectPr></w:body></w:document>");
        }
        return file;
    }

    private static void put(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }
}
