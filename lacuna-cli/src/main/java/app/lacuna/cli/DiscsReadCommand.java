package app.lacuna.cli;

import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.disc.read.DiscReader;
import app.lacuna.disc.read.DiscSet;
import app.lacuna.extract.ExtractOptions.Space;
import app.lacuna.extract.ExtractReport;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** lacuna discs read. */
@Command(name = "read", sortOptions = false)
final class DiscsReadCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Parameters(
            paramLabel = "${bundle:param.IMAGE}",
            arity = "1..*",
            descriptionKey = "discs.disc-given")
    private List<Path> discs;

    @Mixin private Extraction extraction;

    @Option(names = "--unlimited", descriptionKey = "opening.unlimited")
    private boolean unlimited;

    @Mixin private PasswordSource passwords;

    DiscsReadCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        Limits limits = unlimited ? Limits.NONE : Limits.STANDARD;
        DiscReader reader =
                discs.size() == 1
                        ? Archives.disc(discs.get(0), limits, Nested.AS_A_FILE)
                        : Archives.discs(discs, limits, Nested.AS_A_FILE);
        DiscSet set = reader.discs();
        List<Integer> missing = set.missing();
        try (Opened opened = Opened.of(reader, passwords, discs.get(0), terminal)) {
            ExtractReport report =
                    extraction.run(opened.archive(), discs.get(0), Space.FOR_ALL, terminal);
            for (int number : missing) {
                terminal.say(
                        Words.text(
                                "discs.read.missing",
                                number,
                                set.count(),
                                PrintableName.of(set.label())));
            }
            boolean all = missing.isEmpty() || extraction.isOfSome();
            ExitCode code = Extraction.exitCode(report);
            return (code == ExitCode.DONE && !all ? ExitCode.INCOMPLETE : code).number();
        }
    }
}
