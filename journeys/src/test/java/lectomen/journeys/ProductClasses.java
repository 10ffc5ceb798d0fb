package lectomen.journeys;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import java.nio.file.Files;
import java.util.stream.Stream;

/** The classes of all modules, with who uses them, read once for all tests of the structure. */
final class ProductClasses {
    /** With the tests, which are users too. */
    private static final JavaClasses ALL = new ClassFileImporter()
            .importPaths(
                    Stream.of("engine", "worker", "standins", "service", "client", "local", "demo", "bench", "journeys")
                            .flatMap(module -> Stream.of(module + "/target/classes", module + "/target/test-classes"))
                            .map(Launcher.ROOT::resolve)
                            .filter(Files::isDirectory)
                            .toList());

    private ProductClasses() {}

    /** Without the tests, and without the benchmarks, which are not on the tests' class path. */
    static JavaClasses product() {
        return ALL.that(DescribedPredicate.describe("belong to the product", (JavaClass type) -> type.getSource()
                .map(source -> source.getUri().getPath())
                .filter(path -> !path.contains("/test-classes/") && !path.contains("/bench/target/"))
                .isPresent()));
    }
}
