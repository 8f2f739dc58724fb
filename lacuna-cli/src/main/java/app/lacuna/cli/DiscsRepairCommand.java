package app.lacuna.cli;

import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.DiscsRepaired.Disc;
import app.lacuna.job.RepairDiscsJob;
import app.lacuna.reedsolomon.RepairReport.Stretch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** lacuna discs repair. */
@Command(name = "repair", sortOptions = false)
final class DiscsRepairCommand implements Callable<Integer> {
    /** More says no more. */
    private static final int STRETCHES_SAID = 5;

    private final Terminal terminal;

    @Parameters(
            paramLabel = "${bundle:param.IMAGE}",
            arity = "1..*",
            descriptionKey = "discs.image")
    private List<Path> images;

    @Option(names = "-o", paramLabel = "${bundle:param.FOLDER}", required = true)
    private Path folder;

    DiscsRepairCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        DiscsRepaired result;
        try (ProgressBar bar = new ProgressBar(terminal)) {
            result = new RepairDiscsJob(images, folder, bar, terminal.cancel()).run();
        }
        for (Disc disc : result.discs()) {
            terminal.out().println(line(disc));
            disc.lost().stream().limit(STRETCHES_SAID).forEach(this::say);
            if (disc.lost().size() > STRETCHES_SAID) {
                int more = disc.lost().size() - STRETCHES_SAID;
                terminal.say(Words.text("discs.repair.more", more));
            }
            disc.files()
                    .forEach(
                            file ->
                                    terminal.say(
                                            Words.text(
                                                    "discs.repair.file", PrintableName.of(file))));
        }
        if (!result.isComplete()) {
            terminal.say(Words.text("discs.repair.next"));
        }
        return (result.isComplete() ? ExitCode.DONE : ExitCode.DAMAGED).number();
    }

    private static String line(Disc disc) {
        String given = disc.given().map(path -> PrintableName.of(path.toString())).orElse("");
        String image = disc.image().map(path -> PrintableName.of(path.toString())).orElse("");
        String name = given.isEmpty() ? Words.text("discs.repair.disc", disc.number()) : given;
        return Words.text("discs.repair." + disc.state(), name, image, disc.sectors());
    }

    private void say(Stretch stretch) {
        terminal.say(
                Words.text(
                        "discs.repair.stretch", stretch.position(), Words.size(stretch.length())));
    }
}
