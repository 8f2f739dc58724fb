package app.lacuna.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** Takes times and gives their median. */
final class Stopwatch {
    /** Something that takes time. */
    @FunctionalInterface
    interface Work {
        void run() throws IOException;
    }

    private final List<Double> seconds = new ArrayList<>();

    void time(Work work) throws IOException {
        long start = System.nanoTime();
        work.run();
        seconds.add((System.nanoTime() - start) / 1e9);
    }

    double median() {
        List<Double> sorted = new ArrayList<>(seconds);
        Collections.sort(sorted);
        int middle = sorted.size() / 2;
        return sorted.size() % 2 == 1
                ? sorted.get(middle)
                : (sorted.get(middle - 1) + sorted.get(middle)) / 2;
    }
}
