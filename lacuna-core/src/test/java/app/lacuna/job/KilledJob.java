package app.lacuna.job;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;

/**
 * A job of a backup in a process of its own, which is stopped at a named step.
 *
 * @param job see {@link BackupStep}
 * @param failpoint its name and how often it is passed
 */
record KilledJob(String job, String failpoint) {
    private static final List<String> JOBS = List.of("run", "restore", "undo", "prune");
    private static final List<String> FAILPOINTS =
            List.of(
                    "link.made",
                    "aside.take",
                    "aside.put-back",
                    "delete",
                    "journal.written",
                    "publish.before",
                    "publish.after",
                    "state.before",
                    "state.after",
                    "generation.delete");

    static KilledJob any(Random random) {
        String job = JOBS.get(random.nextInt(JOBS.size()));
        return new KilledJob(
                job, FAILPOINTS.get(random.nextInt(FAILPOINTS.size())) + ":" + random.nextInt(6));
    }

    /**
     * @return whether it came to an end
     */
    boolean run(Path place, Instant time, int number) throws IOException, InterruptedException {
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-XX:TieredStopAtLevel=1",
                                "-XX:+UseSerialGC",
                                "-Dlacuna.failpoint=" + failpoint,
                                "-cp",
                                System.getProperty("java.class.path"),
                                BackupStep.class.getName(),
                                place.toString(),
                                job,
                                time.toString(),
                                String.valueOf(number))
                        .redirectErrorStream(true)
                        .redirectOutput(place.resolve("child.log").toFile())
                        .start();
        return process.waitFor(60, TimeUnit.SECONDS);
    }
}
