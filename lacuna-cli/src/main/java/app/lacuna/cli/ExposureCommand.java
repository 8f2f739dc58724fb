package app.lacuna.cli;

import app.lacuna.archive.PackOptions;
import app.lacuna.exposure.Exposure;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna exposure: what would be seen, before anything is packed. */
@Command(name = "exposure", sortOptions = false)
final class ExposureCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private ChosenFiles chosen;

    @Option(names = "-o", paramLabel = "${bundle:param.FILE}")
    private Path output = Path.of("archive.zip");

    @Mixin private FormOptions form;

    @Option(
            names = "--split",
            paramLabel = "${bundle:param.SIZE}",
            descriptionKey = "lacuna.pack.split",
            converter = SizeConverter.class)
    private Optional<app.lacuna.common.ByteCount> split = Optional.empty();

    @Option(names = "--json")
    private boolean json;

    ExposureCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        PackOptions options = form.options();
        Exposure exposure =
                Exposure.of(
                        chosen.scan(terminal),
                        options,
                        output.getFileName().toString(),
                        split.isPresent(),
                        Clock.systemUTC());
        new ExposureText(terminal).write(exposure, json);
        return ExitCode.DONE.number();
    }
}
