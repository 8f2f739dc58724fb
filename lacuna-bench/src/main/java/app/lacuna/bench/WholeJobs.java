package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Runs the comparisons: in each round every tool once, so that a slow minute is slow for all. */
final class WholeJobs {
    /** A tool that takes longer is not run again. */
    private static final double LONG_SECONDS = 15;

    private final Path folder;
    private final Tool lacuna = new LacunaTool();

    WholeJobs(Path folder) {
        this.folder = folder;
    }

    /**
     * @param seconds the median of each tool
     * @param bytes the size of each tool's archive
     */
    record Result(Comparison comparison, Map<String, Double> seconds, Map<String, Long> bytes) {}

    Result run(Comparison comparison) throws IOException {
        System.err.println("measuring: " + comparison.title());
        Path files = comparison.corpus().in(folder);
        Map<String, Stopwatch> watches = new LinkedHashMap<>();
        Map<String, Long> bytes = new LinkedHashMap<>();
        boolean packs = comparison.job().packs();
        boolean rewrites = comparison.job().rewrites();
        Path shared = folder.resolve("shared.zip");
        if (!packs) {
            lacuna.run(Tool.Job.PACK_AES, files, shared, folder);
        }
        for (int run = 0; run < comparison.runs(); run++) {
            for (Tool tool : tools(comparison)) {
                Stopwatch watch = watches.computeIfAbsent(tool.name(), name -> new Stopwatch());
                if (run > 0 && watch.median() > LONG_SECONDS) {
                    continue;
                }
                Path archive = packs || rewrites ? folder.resolve("packed.zip") : shared;
                Path target = folder.resolve("out");
                if (rewrites) {
                    Files.copy(shared, archive);
                    Files.writeString(target, "one more file\n".repeat(1_000));
                }
                watch.time(() -> tool.run(comparison.job(), files, archive, target));
                bytes.put(tool.name(), Files.size(archive));
                deleteTree(target);
                if (packs || rewrites) {
                    Files.delete(archive);
                }
            }
        }
        Files.deleteIfExists(shared);
        Map<String, Double> seconds = new LinkedHashMap<>();
        watches.forEach((name, watch) -> seconds.put(name, watch.median()));
        return new Result(comparison, seconds, bytes);
    }

    private List<Tool> tools(Comparison comparison) {
        return Stream.concat(Stream.of(lacuna), comparison.others().stream()).toList();
    }

    static void deleteTree(Path top) throws IOException {
        if (!Files.exists(top)) {
            return;
        }
        try (Stream<Path> walk = Files.walk(top)) {
            for (Path path : walk.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
