package app.lacuna.bench;

import app.lacuna.crypto.KeyDerivation;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;

/**
 * Measures everything and writes the report. Arguments: a folder for files, the report, and {@code
 * page} or {@code recovery} if only that is to be measured and written to standard output.
 */
public final class BenchmarkRun {
    private static final Path MEMORY = Path.of("/dev/shm");

    private BenchmarkRun() {}

    public static void main(String[] arguments) throws IOException, RunnerException {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        Path report = Path.of(arguments[1]);
        if (arguments.length > 2 && arguments[2].equals("page")) {
            System.out.print(Report.page(new OpenerPageBench(folder).run()));
            return;
        }
        if (arguments.length > 2 && arguments[2].equals("recovery")) {
            System.out.print(Report.recovery(new RecoveryBench(folder).run()));
            return;
        }
        if (arguments.length > 2 && arguments[2].equals("backup")) {
            System.out.print(Report.row(new WholeJobs(folder).run(inBackupForm(folder))));
            return;
        }
        if (arguments.length > 2 && arguments[2].equals("rounds")) {
            System.out.print(Report.rounds(new RoundsBench(folder).run()));
            return;
        }
        Collection<RunResult> kernels = kernels();
        // Names of files that were deleted a moment ago make a file system slow; memory's is not.
        Path many = Files.isDirectory(MEMORY) ? Files.createTempDirectory(MEMORY, "bench") : folder;
        WholeJobs jobs = new WholeJobs(folder);
        WholeJobs jobsOfMany = new WholeJobs(many);
        List<WholeJobs.Result> results = new ArrayList<>();
        for (Comparison comparison : comparisons(folder)) {
            boolean small = comparison.corpus() == Corpus.SMALL;
            results.add((small ? jobsOfMany : jobs).run(comparison));
        }
        String kernel = KeyDerivation.kernel();
        List<Commands.Result> commands = new Commands(many).run();
        List<Growth.Result> manyFiles = new ManyFiles(many).run();
        if (!many.equals(folder)) {
            WholeJobs.deleteTree(many);
        }
        Listing.Result listing = new Listing(folder).run();
        long memory =
                Memory.peakOfPacking(Corpus.ONE_LARGE.in(folder), folder.resolve("packed.zip"));
        Growth growth = new Growth(folder);
        List<Growth.Result> grown = new ArrayList<>(growth.run());
        grown.addAll(manyFiles);
        growth.clear();
        OpenerPageBench.Result page = new OpenerPageBench(folder).run();
        RecoveryBench.Result recovery = new RecoveryBench(folder).run();
        RoundsBench.Result rounds = new RoundsBench(folder).run();
        Files.writeString(
                report,
                new Report(
                                results, kernel, commands, listing, memory, grown, page, recovery,
                                rounds, kernels)
                        .text());
    }

    private static List<Comparison> comparisons(Path folder) throws IOException {
        Tool zip4j = new Zip4jTool();
        Tool libarchive = new LibarchiveTool(folder);
        List<Tool> both = List.of(zip4j, libarchive);
        return List.of(
                new Comparison(
                        "pack, AES-256, deflate",
                        Corpus.MIXED,
                        Tool.Job.PACK_AES,
                        Map.of("zip4j", 3.5, "libarchive", 2.0),
                        3,
                        both),
                new Comparison(
                        "pack with hidden names",
                        Corpus.MIXED,
                        Tool.Job.PACK_HIDDEN,
                        Map.of(),
                        3,
                        List.of()),
                inBackupForm(folder),
                new Comparison(
                        "pack without a password, deflate",
                        Corpus.MIXED,
                        Tool.Job.PACK_OPEN,
                        Map.of(),
                        2,
                        List.of(new CommonsTool(), new JdkTool())),
                new Comparison(
                        "extract, AES-256",
                        Corpus.MIXED,
                        Tool.Job.EXTRACT_AES,
                        Map.of("zip4j", 5.0, "libarchive", 2.5),
                        3,
                        both),
                new Comparison(
                        "prove against the originals",
                        Corpus.MIXED,
                        Tool.Job.PROVE,
                        Map.of(),
                        3,
                        List.of()),
                new Comparison(
                        "take one file out and put one in, AES-256",
                        Corpus.MIXED,
                        Tool.Job.CHANGE,
                        Map.of("a copy, both read", 1 / 1.5),
                        5,
                        List.of(new PlainCopyTool(), zip4j)),
                new Comparison(
                        "another password for all of it, AES-256",
                        Corpus.MIXED,
                        Tool.Job.RELOCK,
                        Map.of(),
                        3,
                        List.of()),
                new Comparison(
                        "pack, AES-256, stored",
                        Corpus.PHOTOGRAPHS,
                        Tool.Job.PACK_AES_STORED,
                        Map.of("zip4j", 5.0, "libarchive", 2.0),
                        3,
                        both),
                new Comparison(
                        "pack, AES-256, deflate",
                        Corpus.SMALL,
                        Tool.Job.PACK_AES,
                        Map.of("zip4j", 10.0, "libarchive", 3.5),
                        3,
                        both),
                new Comparison(
                        "extract, AES-256",
                        Corpus.SMALL,
                        Tool.Job.EXTRACT_AES,
                        Map.of("zip4j", 8.0, "libarchive", 3.0),
                        3,
                        both),
                new Comparison(
                        "prove against the originals",
                        Corpus.SMALL,
                        Tool.Job.PROVE,
                        Map.of(),
                        3,
                        List.of()),
                new Comparison(
                        "pack, AES-256, deflate",
                        Corpus.ONE_LARGE,
                        Tool.Job.PACK_AES,
                        Map.of("deflate alone", 0.95),
                        3,
                        List.of(new DeflateAloneTool(), zip4j)));
    }

    private static Comparison inBackupForm(Path folder) throws IOException {
        return new Comparison(
                "pack in the backup form, zstd, AES-256",
                Corpus.MIXED,
                Tool.Job.PACK_BACKUP,
                Map.of(PythonTarTool.NAME, 3.0),
                5,
                List.of(new PythonTarTool(folder)));
    }

    private static Collection<RunResult> kernels() throws RunnerException {
        return new Runner(
                        new OptionsBuilder()
                                .include("app.lacuna.bench.kernel.*")
                                .forks(1)
                                .warmupIterations(2)
                                .warmupTime(TimeValue.milliseconds(600))
                                .measurementIterations(3)
                                .measurementTime(TimeValue.milliseconds(600))
                                .build())
                .run();
    }
}
