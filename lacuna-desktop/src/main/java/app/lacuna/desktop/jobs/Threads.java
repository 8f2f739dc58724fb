package app.lacuna.desktop.jobs;

import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.application.Platform;

/** Where view models run things: work in the background, results on the interface thread. */
public record Threads(Executor background, Executor ui) {

    /** Threads that do not keep the program alive. */
    public static Threads real() {
        ExecutorService pool =
                Executors.newCachedThreadPool(
                        run -> {
                            Thread thread = new Thread(run, "lacuna-work");
                            thread.setDaemon(true);
                            return thread;
                        });
        return new Threads(pool, Platform::runLater);
    }
}
