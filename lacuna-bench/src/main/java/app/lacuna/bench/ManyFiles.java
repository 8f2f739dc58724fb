package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Packing, proving and extracting 1,000, 10,000 and 100,000 small files: AES-256, deflate. */
final class ManyFiles {
    private static final int IN_ONE_FOLDER = 500;
    private static final int[] COUNTS = {1_000, 10_000, 100_000};
    private static final Tool.Job[] JOBS = {
        Tool.Job.PACK_AES, Tool.Job.PROVE, Tool.Job.EXTRACT_AES
    };

    private final Path folder;
    private final Tool lacuna = new LacunaTool();

    ManyFiles(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder.resolve("many"));
    }

    List<Growth.Result> run() throws IOException {
        double[][] seconds = new double[COUNTS.length][];
        for (int i = 0; i < COUNTS.length; i++) {
            System.err.println("measuring growth: files, " + COUNTS[i]);
            seconds[i] = times(COUNTS[i]);
        }
        List<Growth.Result> results = new ArrayList<>();
        for (int job = 0; job < JOBS.length; job++) {
            for (int i = 1; i < COUNTS.length; i++) {
                results.add(
                        new Growth.Result(
                                title(JOBS[job]),
                                COUNTS[i - 1],
                                seconds[i - 1][job],
                                seconds[i][job]));
            }
        }
        return results;
    }

    private static String title(Tool.Job job) {
        return switch (job) {
            case PACK_AES -> "packing files of 1 to 3 KB";
            case PROVE -> "proving them";
            default -> "extracting them";
        };
    }

    /** The few are measured more often, since they are over soon. */
    private double[] times(int count) throws IOException {
        Path files = files(count);
        Path archive = folder.resolve("many.zip");
        Path target = folder.resolve("out");
        double[] medians = new double[JOBS.length];
        for (int job = 0; job < JOBS.length; job++) {
            Stopwatch watch = new Stopwatch();
            for (int run = 0; run < (count < 100_000 ? 3 : 1); run++) {
                if (JOBS[job].packs()) {
                    Files.deleteIfExists(archive);
                }
                Tool.Job what = JOBS[job];
                watch.time(() -> lacuna.run(what, files, archive, target));
                WholeJobs.deleteTree(target);
            }
            medians[job] = watch.median();
        }
        Files.delete(archive);
        WholeJobs.deleteTree(files);
        return medians;
    }

    private Path files(int count) throws IOException {
        Path files = folder.resolve("files-" + count);
        Random random = new Random(15);
        byte[] letters = new byte[8_000];
        for (int i = 0; i < letters.length; i++) {
            letters[i] = (byte) ('a' + random.nextInt(16));
        }
        for (int i = 0; i < count; i++) {
            Path part = files.resolve("part-" + i / IN_ONE_FOLDER);
            if (i % IN_ONE_FOLDER == 0) {
                Files.createDirectories(part);
            }
            int from = random.nextInt(4_000);
            byte[] note = Arrays.copyOfRange(letters, from, from + 1_000 + random.nextInt(2_000));
            Files.write(part.resolve("note-" + i + ".txt"), note);
        }
        return files;
    }
}
