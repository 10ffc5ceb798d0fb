package lectomen.service.workers;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;

/**
 * How workers are started, and their limits.
 *
 * @param count how many may run at once
 * @param memoryMegabytes of heap for each
 * @param timeLimit for one document
 * @param quiet after which an idle worker is stopped
 * @param java the program
 * @param classPath where the worker's main class is found
 * @param mainClass of the worker's program
 * @param readyClasses a file with classes that are ready for a quicker start; it need not be there
 * @param scratch a folder for the documents in work
 * @param fontCache a folder where workers remember which fonts this machine has
 * @param fonts a folder with fonts for documents that are laid out; it need not be there
 */
public record WorkerSettings(
        int count,
        int memoryMegabytes,
        Duration timeLimit,
        Duration quiet,
        Path java,
        String classPath,
        String mainClass,
        Optional<Path> readyClasses,
        Path scratch,
        Path fontCache,
        Path fonts) {}
