package app.lacuna.cli;

import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna round timer. */
@Command(name = "timer", sortOptions = false)
final class RoundTimerCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private NamedRound named;

    @Option(names = "--key", paramLabel = "FILE", required = true, descriptionKey = "round.key")
    private Path key;

    @Option(names = "--at-hour", paramLabel = "HOUR", descriptionKey = "round.hour")
    private int hour = 18;

    @Option(names = "--cron", descriptionKey = "round.cron")
    private boolean cron;

    @Option(names = "-o", paramLabel = "FOLDER", descriptionKey = "round.timer.o")
    private Optional<Path> folder = Optional.empty();

    RoundTimerCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        Round round = named.round();
        if (hour < 0 || hour > 23 || (cron && folder.isPresent())) {
            throw new ParameterException(spec.commandLine(), Words.text("round.timer.wrong"));
        }
        long days =
                Math.max(1, round.backup().orElseThrow().every().orElse(Duration.ZERO).toDays());
        if (cron) {
            String line = "0 %d */%d * * lacuna round run %s --password-from %s";
            terminal.out()
                    .println(
                            line.formatted(
                                            hour,
                                            Math.min(days, 28),
                                            shell(round.name()),
                                            shell("file:" + key.toAbsolutePath()))
                                    .replace("%", "\\%"));
            return ExitCode.DONE.number();
        }
        String service = service(round);
        String timer = timer(round, days);
        if (folder.isEmpty()) {
            terminal.out().print(service + "\n" + timer);
            return ExitCode.DONE.number();
        }
        String name = "lacuna-" + plain(round.name());
        write(folder.get().resolve(name + ".service"), service);
        write(folder.get().resolve(name + ".timer"), timer);
        terminal.out().println(Words.text("round.timer.written", name));
        return ExitCode.DONE.number();
    }

    private static void write(Path file, String text) throws IOException {
        Files.createDirectories(file.getParent());
        Files.write(file, text.getBytes(StandardCharsets.UTF_8), StandardOpenOption.CREATE_NEW);
    }

    private String service(Round round) {
        return """
                [Unit]
                Description=Lacuna round %s

                [Service]
                Type=oneshot
                ExecStart=lacuna round run %s --password-from %s
                """
                .formatted(
                        unit(round.name()),
                        quoted(round.name()),
                        quoted("file:" + key.toAbsolutePath()));
    }

    /** What was missed while the computer slept or was off is made up for. */
    private String timer(Round round, long days) {
        String when = days == 1 ? "*-*-* " : "*-*-1/" + Math.min(days, 28) + " ";
        return """
                [Unit]
                Description=Lacuna round %s

                [Timer]
                OnCalendar=%s%02d:00:00
                Persistent=true

                [Install]
                WantedBy=timers.target
                """
                .formatted(unit(round.name()), when, hour);
    }

    private static String plain(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    }

    /** systemd.unit(5): per cent signs are doubled. */
    private static String unit(String text) {
        return text.replace("%", "%%").replaceAll("\\p{Cntrl}", " ");
    }

    /** systemd.service(5): in quotes, with backslashes and variables spelled. */
    private static String quoted(String text) {
        String spelled = text.replace("\\", "\\\\").replace("\"", "\\\"").replace("$", "$$");
        return "\"" + unit(spelled) + "\"";
    }

    private static String shell(String text) {
        return "'" + text.replaceAll("\\p{Cntrl}", " ").replace("'", "'\\''") + "'";
    }
}
