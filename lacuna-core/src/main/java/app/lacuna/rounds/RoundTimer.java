package app.lacuna.rounds;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.Locale;

/**
 * What the system needs to run a round by itself: a systemd user timer with its service
 * (systemd.timer(5), systemd.service(5)), or a line for crontab(5).
 *
 * @param key file whose first line is the password
 * @param hour of the day, 0 to 23
 */
public record RoundTimer(Round round, Path key, int hour) {
    private static final int LONGEST_DAYS = 28;

    public RoundTimer {
        if (hour < 0 || hour > 23) {
            throw new IllegalArgumentException("no hour of a day");
        }
        if (round.backup().isEmpty()) {
            throw new IllegalArgumentException("only what has generations runs by itself");
        }
    }

    private long days() {
        long days = round.backup().orElseThrow().every().orElse(Duration.ZERO).toDays();
        return Math.max(1, Math.min(LONGEST_DAYS, days));
    }

    public String cron() {
        return "0 %d */%d * * lacuna round run %s --password-from %s"
                .formatted(hour, days(), shell(round.name()), shell("file:" + key.toAbsolutePath()))
                .replace("%", "\\%");
    }

    public String service() {
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
    public String timer() {
        String when = days() == 1 ? "*-*-* " : "*-*-1/" + days() + " ";
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

    /** By which the system knows it, without an ending. */
    public String unitName() {
        return "lacuna-" + round.name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    }

    /**
     * Both files; replaces nothing.
     *
     * @throws FileAlreadyExistsException if one of them is there; then none is written
     */
    public void write(Path folder) throws IOException {
        Path service = folder.resolve(unitName() + ".service");
        Path timer = folder.resolve(unitName() + ".timer");
        for (Path file : new Path[] {service, timer}) {
            if (Files.exists(file)) {
                throw new FileAlreadyExistsException(file.toString());
            }
        }
        Files.createDirectories(folder);
        Files.write(service, bytes(service()), StandardOpenOption.CREATE_NEW);
        Files.write(timer, bytes(timer()), StandardOpenOption.CREATE_NEW);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
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
