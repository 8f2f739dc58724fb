package app.lacuna.cli;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.Salvage;
import app.lacuna.archive.zip.Salvaged;
import app.lacuna.extract.ExtractOptions.Space;
import app.lacuna.extract.ExtractReport;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna extract. */
@Command(name = "extract", sortOptions = false)
final class ExtractCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private Opening opening;

    @Mixin private Extraction extraction;

    @Option(names = "--salvage")
    private boolean salvage;

    ExtractCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        return salvage ? salvage() : extractAll();
    }

    private int extractAll() throws IOException {
        try (Opened opened = Opened.of(opening, terminal)) {
            return Extraction.exitCode(run(opened.archive(), Space.FOR_ALL)).number();
        }
    }

    private ExtractReport run(OpenedArchive archive, Space space) throws IOException {
        return extraction.run(archive, opening.archive(), space, terminal);
    }

    /** What still opens comes out; what does not is named. It is never all that there was. */
    private int salvage() throws IOException {
        Salvage left = lookedThrough();
        try (Opened opened = Opened.of(opening, left, terminal)) {
            Salvaged reader = (Salvaged) opened.archive();
            run(reader, Space.FOR_EACH);
            terminal.say(
                    Words.text(reader.authenticates() ? "salvage.checked" : "salvage.checksums"));
            return ExitCode.INCOMPLETE.number();
        }
    }

    private Salvage lookedThrough() throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return Archives.salvage(opening.archive(), opening.limits(), bar, terminal.cancel());
        }
    }
}
