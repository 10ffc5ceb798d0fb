package lectomen.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** What this machine needs for the bare work: no program that does this work can be faster. */
final class Floors {
    private Floors() {}

    /** Writes a file with its bytes and the entry of its folder on the disk. */
    static void writeAndSync(Path file, byte[] bytes) throws IOException {
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
            out.write(ByteBuffer.wrap(bytes));
            out.force(true);
        }
        try (FileChannel folder = FileChannel.open(file.toAbsolutePath().getParent(), StandardOpenOption.READ)) {
            folder.force(true);
        }
    }

    /** The time of copying one file safely twice, which is the least that keeping and filing it takes. */
    static Samples copyTwice(Path folder, byte[] bytes, int files) throws IOException {
        Files.createDirectories(folder);
        Samples samples = new Samples();
        for (int i = 0; i < files; i++) {
            long began = System.nanoTime();
            writeAndSync(folder.resolve("kept-" + i), bytes);
            writeAndSync(folder.resolve("filed-" + i), bytes);
            samples.addNanos(System.nanoTime() - began);
        }
        return samples;
    }

    /** The time of starting a bare Java process. */
    static Samples startJava(int times) throws IOException, InterruptedException {
        Samples samples = new Samples();
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        for (int i = 0; i < times; i++) {
            long began = System.nanoTime();
            Process process = new ProcessBuilder(java, "-XX:+UseSerialGC", "-version")
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            process.waitFor();
            samples.addNanos(System.nanoTime() - began);
        }
        return samples;
    }
}
