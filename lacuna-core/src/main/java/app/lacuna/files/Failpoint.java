package app.lacuna.files;

import java.util.concurrent.atomic.AtomicInteger;

/**
 * Named steps at which a test stops the process as a power cut would: without any clean-up. The
 * system property {@code lacuna.failpoint} names the step and how often it is passed before, as in
 * {@code publish:3}; without it nothing happens, and the compiler leaves the calls out.
 */
public final class Failpoint {
    private static final String[] WANTED = System.getProperty("lacuna.failpoint", "").split(":", 2);
    private static final boolean ENABLED = WANTED.length == 2;
    private static final AtomicInteger LEFT =
            new AtomicInteger(ENABLED ? Integer.parseInt(WANTED[1]) : 0);
    private static final int KILLED = 137;

    private Failpoint() {}

    /** Called before and after each step that changes something on disk. */
    public static void reached(String step) {
        if (ENABLED && step.startsWith(WANTED[0]) && LEFT.getAndDecrement() == 0) {
            Runtime.getRuntime().halt(KILLED);
        }
    }
}
