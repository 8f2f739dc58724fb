package app.lacuna.rounds;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.generations.Keep;
import app.lacuna.password.GuessCost;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * What makes a round a backup in generations.
 *
 * @param id the round's own mark, also on the drive
 * @param form ZIP with hidden names, or one of the backup forms
 * @param begun whether its place has been made: from then on another drive is not taken for it
 * @param every how often it is due, if it is
 */
public record Backup(
        String id, Form form, Level level, Keep keep, boolean begun, Optional<Duration> every) {
    public Backup {
        if (id.isBlank() || !id.chars().allMatch(letter -> letter > ' ' && letter < 127)) {
            throw new IllegalArgumentException("a mark is plain letters");
        }
    }

    /** As it is proposed: everything kept, run by hand, nothing made yet. */
    public static Backup usual() {
        return new Backup(
                UUID.randomUUID().toString(),
                Form.BACKUP,
                Level.BALANCED,
                Keep.USUAL,
                false,
                Optional.empty());
    }

    /** After its first run. */
    public Backup asBegun() {
        return new Backup(id, form, level, keep, true, every);
    }

    /** At another place, where its generations may lie already or are to be begun. */
    public Backup elsewhere() {
        return new Backup(id, form, level, keep, false, every);
    }

    public Backup in(Form other) {
        return new Backup(id, other, level, keep, begun, every);
    }

    public Backup keeping(Keep other) {
        return new Backup(id, form, level, other, begun, every);
    }

    public Backup every(Optional<Duration> span) {
        return new Backup(id, form, level, keep, begun, span);
    }

    public PackOptions options() {
        return form.isBackup()
                ? PackOptions.backup(form, Method.ZSTD, level)
                : new PackOptions(Protection.AES_256, Names.HIDDEN, Method.DEFLATE, level, "");
    }

    /**
     * When it is to be run again; nothing if it is only run by hand.
     *
     * @param last when it was run the last time, whatever had changed; absent if it never was
     */
    public Optional<Instant> dueAt(Optional<Instant> last) {
        return every.map(span -> last.map(time -> time.plus(span)).orElse(Instant.EPOCH));
    }

    /** What it costs to try a password on it. */
    public GuessCost guessCost() {
        return switch (form) {
            case ZIP -> GuessCost.AES_ENTRY;
            case BACKUP -> GuessCost.ARGON2;
            case BACKUP_FOR_OLDER_TOOLS -> GuessCost.OPENPGP_ITERATED;
        };
    }

    /** What files of it end with. */
    public String ending() {
        return form.isBackup() ? ".tar.zst.pgp" : ".zip";
    }
}
