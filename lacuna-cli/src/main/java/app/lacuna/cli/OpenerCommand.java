package app.lacuna.cli;

import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.job.OpenerJob;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** lacuna opener. */
@Command(name = "opener", sortOptions = false)
final class OpenerCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Parameters(
            paramLabel = "${bundle:param.ARCHIVE}",
            arity = "0..1",
            descriptionKey = "opener.archive")
    private Optional<Path> archive = Optional.empty();

    @Option(names = "-o", paramLabel = "${bundle:param.FILE}", required = true)
    private Path output;

    @Option(names = "--replace")
    private boolean replace;

    @Option(names = "--json")
    private boolean json;

    OpenerCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        List<Path> parts = archive.isPresent() ? ZipArchives.partsOf(archive.get()) : List.of();
        OpenerJob.Result page;
        try (ProgressBar bar = new ProgressBar(terminal)) {
            Existing rule = replace ? Existing.REPLACE : Existing.KEEP;
            page = new OpenerJob(parts, output, rule, bar, terminal.cancel()).run();
        }
        if (json) {
            Json.object(terminal.out(), out -> OpenerText.writeJson(out, page));
        } else {
            OpenerText.write(terminal, page);
        }
        return ExitCode.DONE.number();
    }
}
