package app.lacuna.rounds;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Locale;

/**
 * What the system needs to run a round by itself: a systemd user timer with its service
 * (systemd.timer(5), systemd.service(5)), or a line for crontab(5). Neither can count days across
 * the end of a month, so the timer fires every day and the run decides whether it is due.
 *
 * @param key file whose first line is the password
 * @param hour of the day, 0 to 23
 */
public record RoundTimer(Round round, Path key, int hour) {
    public RoundTimer {
        if (hour < 0 || hour > 23) {
            throw new IllegalArgumentException("no hour of a day");
        }
        if (round.backup().isEmpty()) {
            throw new IllegalArgumentException("only what has generations runs by itself");
        }
    }

    public String cron() {
        return "0 %d * * * lacuna round run %s --if-due --password-from %s"
                .formatted(hour, shell(round.name()), shell("file:" + key.toAbsolutePath()))
                .replace("%", "\\%");
    }

    public String service() {
        return """
                [Unit]
                Description=Lacuna round %s

                [Service]
                Type=oneshot
                ExecStart=lacuna round run %s --if-due --password-from %s
                """
                .formatted(
                        unit(round.name()),
                        quoted(round.name()),
                        quoted("file:" + key.toAbsolutePath()));
    }

    /** What was missed while the computer slept or was off is made up for. */
    public String timer() {
        return """
                [Unit]
                Description=Lacuna round %s

                [Timer]
                OnCalendar=*-*-* %02d:00:00
                Persistent=true

                [Install]
                WantedBy=timers.target
                """
                .formatted(unit(round.name()), hour);
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
