package app.lacuna.cli;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.generations.Keep;
import app.lacuna.job.BackupDestination;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** lacuna round add. */
@Command(name = "add", sortOptions = false)
final class RoundAddCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "${bundle:param.NAME}", index = "0", descriptionKey = "round.name")
    private String name;

    @Parameters(
            paramLabel = "${bundle:param.PATH}",
            index = "1",
            arity = "1..*",
            descriptionKey = "round.path")
    private List<Path> paths;

    @Option(
            names = "--to",
            paramLabel = "${bundle:param.FOLDER}",
            required = true,
            descriptionKey = "round.to")
    private Path folder;

    @Option(
            names = "--form",
            paramLabel = "${bundle:param.FORM}",
            descriptionKey = "round.form",
            converter = FormConverter.class)
    private Form form = Form.BACKUP;

    @Option(names = "--level", paramLabel = "${bundle:param.LEVEL}", descriptionKey = "form.level")
    private Level level = Level.BALANCED;

    @Option(names = "--keep", paramLabel = "${bundle:param.N}", descriptionKey = "round.keep")
    private int keep = Keep.USUAL.last();

    @Option(
            names = "--keep-days",
            paramLabel = "${bundle:param.N}",
            descriptionKey = "round.keep-days")
    private int days;

    @Option(
            names = "--keep-weeks",
            paramLabel = "${bundle:param.N}",
            descriptionKey = "round.keep-weeks")
    private int weeks;

    @Option(
            names = "--keep-months",
            paramLabel = "${bundle:param.N}",
            descriptionKey = "round.keep-months")
    private int months;

    @Option(names = "--every", paramLabel = "${bundle:param.DAYS}", descriptionKey = "round.every")
    private int every;

    @Option(
            names = "--exclude",
            paramLabel = "${bundle:param.GLOB}",
            descriptionKey = "round.exclude")
    private List<String> excluded = List.of();

    RoundAddCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        RoundStore rounds = NamedRound.rounds();
        if (name.isBlank() || rounds.rounds().stream().anyMatch(each -> each.name().equals(name))) {
            throw wrong("round.name-taken");
        }
        boolean usable = keep >= 0 && days >= 0 && weeks >= 0 && months >= 0 && every >= 0;
        if (!usable || keep + days + weeks + months == 0) {
            throw wrong("round.keep-something");
        }
        Round round =
                new Round(
                                name,
                                paths.stream()
                                        .map(path -> path.toAbsolutePath().normalize())
                                        .toList(),
                                excluded,
                                false,
                                folder.toAbsolutePath().normalize(),
                                name.replace('.', ' '), // all of it names the folder
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(
                                new Backup(
                                        UUID.randomUUID().toString(),
                                        form,
                                        level,
                                        new Keep(keep, days, weeks, months),
                                        false,
                                        every == 0
                                                ? Optional.empty()
                                                : Optional.of(Duration.ofDays(every))));
        BackupDestination.require(round);
        rounds.save(round);
        round.roots().stream().filter(Files::isSymbolicLink).forEach(this::sayFollowed);
        terminal.out()
                .println(
                        Words.text(
                                "round.added",
                                PrintableName.of(name),
                                PrintableName.of(round.generations().toString())));
        return ExitCode.DONE.number();
    }

    private void sayFollowed(Path link) {
        String target;
        try {
            target = link.toRealPath().toString();
        } catch (IOException e) {
            target = "?";
        }
        terminal.say(
                Words.text(
                        "round.followed",
                        PrintableName.of(link.toString()),
                        PrintableName.of(target)));
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key, PrintableName.of(name)));
    }

    private static final class FormConverter implements ITypeConverter<Form> {
        @Override
        public Form convert(String value) {
            return switch (value) {
                case "zip" -> Form.ZIP;
                case "tar-openpgp" -> Form.BACKUP;
                case "tar-openpgp-older" -> Form.BACKUP_FOR_OLDER_TOOLS;
                default -> throw new TypeConversionException(Words.text("round.forms"));
            };
        }
    }
}
