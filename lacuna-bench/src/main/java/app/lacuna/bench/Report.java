package app.lacuna.bench;

import app.lacuna.common.ByteCount;
import app.lacuna.crypto.Primitives;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.openjdk.jmh.results.RunResult;

/** The measurements as a page. */
final class Report {
    private final List<WholeJobs.Result> jobs;
    private final String kernel;
    private final List<Commands.Result> commands;
    private final Listing.Result listing;
    private final long memory;
    private final List<Growth.Result> growth;
    private final OpenerPageBench.Result opener;
    private final Collection<RunResult> kernels;
    private final RecoveryBench.Result recovery;
    private final RoundsBench.Result rounds;

    Report(
            List<WholeJobs.Result> jobs,
            String kernel,
            List<Commands.Result> commands,
            Listing.Result listing,
            long memory,
            List<Growth.Result> growth,
            OpenerPageBench.Result opener,
            RecoveryBench.Result recovery,
            RoundsBench.Result rounds,
            Collection<RunResult> kernels) {
        this.recovery = recovery;
        this.rounds = rounds;
        this.opener = opener;
        this.jobs = jobs;
        this.kernel = kernel;
        this.commands = commands;
        this.listing = listing;
        this.memory = memory;
        this.growth = growth;
        this.kernels = kernels;
    }

    String text() throws IOException {
        StringBuilder page = new StringBuilder();
        page.append("# Benchmarks\n\n");
        page.append(
                "Written by `scripts/bench`. All tools did the same work in the same run, taking ");
        page.append("turns; medians. Ratios count, not seconds: this machine's speed varies.\n\n");
        machine(page);
        page.append("\n## Whole jobs\n\n");
        page.append("| job | files | Lacuna | others | how many times faster | goal |\n");
        page.append("|---|---|---|---|---|---|\n");
        jobs.forEach(result -> row(page, result));
        page.append(
                format(
                        "| list with hidden names | 1 GB | %.1f ms | plain listing %.1f ms;"
                                + " decrypting all %.0f ms | %.2fx the time of plain; %.0fx faster"
                                + " than decrypting | under 2x the time; 20x |%n",
                        listing.hidden() * 1e3,
                        listing.plain() * 1e3,
                        listing.everything() * 1e3,
                        listing.hidden() / listing.plain(),
                        listing.everything() / listing.hidden()));
        page.append(format("%nKeys of many files were derived by %s.%n", kernel));
        sizes(page);
        page.append(
                format(
                        "%nMemory: packing and proving 1 GB in a heap of 256 MB took %s at most"
                                + " (goal: under 400 MB).%n",
                        ByteCount.inWords(memory)));
        page.append("\n## Commands\n\nEach a process of its own.\n\n");
        page.append("| command | with classes read before | without |\n|---|---|---|\n");
        commands.forEach(
                result ->
                        page.append(
                                format(
                                        "| %s | %.2f s | %.2f s |%n",
                                        result.title(), result.shared(), result.alone())));
        page.append("\n## Growth\n\nTen times as much may take twelve times as long.\n\n");
        page.append("| work | some | time | ten times as much | times as long |\n");
        page.append("|---|---|---|---|---|\n");
        growth.forEach(result -> grown(page, result));
        page.append(page(opener));
        page.append(recovery(recovery));
        page.append(rounds(rounds));
        page.append("\n## Kernels\n\n| kernel | result |\n|---|---|\n");
        kernels.forEach(result -> kernel(page, result));
        try (InputStream notes = Report.class.getResourceAsStream("notes.md")) {
            page.append('\n').append(new String(notes.readAllBytes(), StandardCharsets.UTF_8));
        }
        return page.toString();
    }

    /** Of rounds alone. */
    static String rounds(RoundsBench.Result rounds) {
        return format(
                "%n## Rounds%n%n%,d files of 100 bytes in 300 folders, in the backup form.%n%n"
                        + "| what | seconds | goal |%n|---|---|---|%n"
                        + "| the first run, everything packed and proved | %.1f | |%n"
                        + "| looking at all files | %.1f | |%n"
                        + "| a run when nothing has changed, after the looking | %.1f | under 10 |%n"
                        + "| a run when 100 have changed, after the looking | %.1f | |%n"
                        + "| a moment opened and compared with what is there | %.1f | |%n",
                rounds.files(),
                rounds.first(),
                rounds.scan(),
                rounds.unchanged() - rounds.scan(),
                rounds.changed() - rounds.scan(),
                rounds.compared());
    }

    /** Of recovery data alone. */
    static String recovery(RecoveryBench.Result recovery) {
        return format(
                "%n## Recovery data%n%nTen discs in memory, one processor; megabytes of the ten discs a"
                        + " second, reading, writing and checksums included.%n%n"
                        + "| what | MB/s | goal |%n|---|---|---|%n"
                        + "| one disc of eleven may be lost | %.0f | 150 |%n"
                        + "| a second one may be lost too | %.0f | 150 |%n"
                        + "| working a lost disc out | %.0f | |%n",
                recovery.one(), recovery.two(), recovery.repair());
    }

    /** Of the opener page alone. */
    static String page(OpenerPageBench.Result opener) {
        return format(
                "%n## The opener page%n%n40 files of 2.5 MB that can not be made smaller, AES-256, in"
                        + " Chromium from a file.%n%n"
                        + "| what | result | goal |%n|---|---|---|%n"
                        + "| from the password to the list, hidden names | %.0f MB/s | 25 MB/s |%n"
                        + "| all files checked and in one open ZIP | %.0f MB/s | 25 MB/s |%n"
                        + "| longest pause of the page | %.0f ms | 200 ms |%n"
                        + "| memory of the browser, all processes, archive open | %s (%s when idle)"
                        + " | 600 MB |%n"
                        + "| the same after another one was saved too | %s | |%n",
                opener.hidden(),
                opener.visible(),
                opener.pause(),
                ByteCount.inWords(opener.memory()),
                ByteCount.inWords(opener.idle()),
                ByteCount.inWords(opener.saved()));
    }

    private static void machine(StringBuilder page) throws IOException {
        String model =
                Files.readAllLines(Path.of("/proc/cpuinfo")).stream()
                        .filter(line -> line.startsWith("model name"))
                        .map(line -> line.substring(line.indexOf(':') + 2))
                        .findFirst()
                        .orElse("unknown");
        page.append(
                format(
                        "Machine: %s, %d processors, Java %s, AES and HMAC by %s, %s.%n",
                        model,
                        Runtime.getRuntime().availableProcessors(),
                        System.getProperty("java.version"),
                        Primitives.fastest(),
                        LocalDate.now()));
    }

    /** Of one job alone. */
    static String row(WholeJobs.Result result) {
        StringBuilder page = new StringBuilder();
        row(page, result);
        return page.toString();
    }

    private static void row(StringBuilder page, WholeJobs.Result result) {
        double own = result.seconds().get("Lacuna");
        StringBuilder others = new StringBuilder();
        StringBuilder ratios = new StringBuilder();
        StringBuilder goals = new StringBuilder();
        for (Map.Entry<String, Double> other : result.seconds().entrySet()) {
            if (!other.getKey().equals("Lacuna")) {
                others.append(format("%s %.2f s; ", other.getKey(), other.getValue()));
                double ratio = other.getValue() / own;
                ratios.append(format("%s %.2fx; ", other.getKey(), ratio));
                goals.append(goal(result.comparison().goals().get(other.getKey()), ratio));
            }
        }
        page.append(
                format(
                        "| %s | %s | %.2f s | %s | %s | %s |%n",
                        result.comparison().title(),
                        result.comparison().corpus().title,
                        own,
                        trimmed(others),
                        trimmed(ratios),
                        trimmed(goals)));
    }

    private static String goal(Double goal, double ratio) {
        if (goal == null) {
            return "";
        }
        return ratio >= goal
                ? format("%.2fx: reached; ", goal)
                : format("%.2fx: %.0f %% short; ", goal, 100 * (1 - ratio / goal));
    }

    private static String trimmed(StringBuilder list) {
        return list.isEmpty() ? "" : list.substring(0, list.length() - 2);
    }

    /** The same level of the same library in one piece is zip4j's. */
    private void sizes(StringBuilder page) {
        for (WholeJobs.Result result : jobs) {
            Long other = result.bytes().get("zip4j");
            boolean deflated = result.comparison().job() == Tool.Job.PACK_AES;
            if (other != null && deflated) {
                long own = result.bytes().get("Lacuna");
                page.append(
                        format(
                                "%nSize, %s: %s, which is %+.3f %% beside zlib in one piece (goal:"
                                        + " within 0.1 %%).%n",
                                result.comparison().corpus().title,
                                ByteCount.inWords(own),
                                100.0 * (own - other) / other));
            }
        }
    }

    private static void grown(StringBuilder page, Growth.Result result) {
        double ratio = result.secondsForMore() / result.seconds();
        page.append(
                format(
                        "| %s | %,d | %.1f ms | %.1f ms | %.1f%s |%n",
                        result.title(),
                        result.some(),
                        result.seconds() * 1e3,
                        result.secondsForMore() * 1e3,
                        ratio,
                        ratio <= 12 ? "" : ": too long"));
    }

    private static void kernel(StringBuilder page, RunResult result) {
        String name = result.getParams().getBenchmark();
        StringBuilder parameters = new StringBuilder();
        result.getParams()
                .getParamsKeys()
                .forEach(key -> parameters.append(' ').append(result.getParams().getParam(key)));
        page.append(
                format(
                        "| %s%s | %.1f %s |%n",
                        name.substring(name.indexOf("kernel.") + 7),
                        parameters,
                        result.getPrimaryResult().getScore(),
                        result.getPrimaryResult().getScoreUnit()));
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
