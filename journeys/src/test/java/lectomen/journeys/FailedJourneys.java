package lectomen.journeys;

import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.TestWatcher;

/** Prints the log of the services of a test that failed, and where their homes are kept. Registered for all tests. */
public final class FailedJourneys implements BeforeAllCallback, AfterAllCallback, TestWatcher {
    private static final int MOST_LINES = 120;
    private static final ThreadLocal<String> TEST_CLASS = new InheritableThreadLocal<>();
    private static final Map<String, Queue<RunningService>> SERVICES = new ConcurrentHashMap<>();

    /** Says that the test at work has this service. */
    static void watch(RunningService service) {
        String testClass = TEST_CLASS.get();
        if (testClass != null) {
            Queue<RunningService> known = SERVICES.computeIfAbsent(testClass, key -> new ConcurrentLinkedQueue<>());
            if (!known.contains(service)) {
                known.add(service);
            }
        }
    }

    @Override
    public void beforeAll(ExtensionContext context) {
        TEST_CLASS.set(context.getRequiredTestClass().getName());
    }

    @Override
    public void testFailed(ExtensionContext context, Throwable cause) {
        String name = context.getRequiredTestClass().getSimpleName() + "." + context.getDisplayName();
        SERVICES.getOrDefault(context.getRequiredTestClass().getName(), new ConcurrentLinkedQueue<>())
                .forEach(service -> {
                    System.out.println("--- " + name + " failed; its home is kept: " + service.home());
                    String[] lines = service.output().split("\\R");
                    for (int i = Math.max(0, lines.length - MOST_LINES); i < lines.length; i++) {
                        System.out.println("    " + lines[i]);
                    }
                });
    }

    @Override
    public void afterAll(ExtensionContext context) {
        SERVICES.remove(context.getRequiredTestClass().getName());
        TEST_CLASS.remove();
    }
}
