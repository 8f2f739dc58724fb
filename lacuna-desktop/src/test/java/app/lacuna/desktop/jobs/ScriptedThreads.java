package app.lacuna.desktop.jobs;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Random;

/**
 * Threads of which none exists: work waits until a test lets it go on, in an order that is drawn
 * from a seed. What was handed to the interface thread keeps its order, as it does there; work in
 * the background does not.
 */
public final class ScriptedThreads {
    private final Random random;
    private final List<Runnable> background = new ArrayList<>();
    private final Deque<Runnable> ui = new ArrayDeque<>();

    public ScriptedThreads(long seed) {
        random = new Random(seed);
    }

    public Threads threads() {
        return new Threads(background::add, ui::add);
    }

    public Lifetime life() {
        return new Lifetime(threads(), new JobBook());
    }

    /** Something that waits is done; whether there was anything. */
    public boolean step() {
        boolean fromBackground = !background.isEmpty() && (ui.isEmpty() || random.nextBoolean());
        if (fromBackground) {
            background.remove(random.nextInt(background.size())).run();
            return true;
        }
        if (ui.isEmpty()) {
            return false;
        }
        ui.remove().run();
        return true;
    }

    /** The work that was handed over last is done; whether there was any. */
    public boolean stepInBackground() {
        if (background.isEmpty()) {
            return false;
        }
        background.remove(background.size() - 1).run();
        return true;
    }

    /** Until nothing waits any more. */
    public void settle() {
        for (int i = 0; step(); i++) {
            if (i > 100_000) {
                throw new AssertionError("there is no end to it");
            }
        }
    }
}
