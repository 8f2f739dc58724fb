package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import java.nio.file.Path;

/**
 * The password of one job. It is taken from the fields once, when the job starts: what stands in
 * them at its end may be another one.
 *
 * @param secret belongs to the job, which closes this
 * @param made whether it was made here, so that nobody knows it yet
 */
public record TakenPassword(Secret secret, boolean made) implements AutoCloseable {
    /**
     * The job has written the file. A made password belongs to the window from now on.
     *
     * @return for the page that shows the result, which closes it
     */
    public KeptPassword written(Path file, MadePasswords window) {
        return made ? window.keep(secret.copy(), file) : new KeptPassword(secret.copy());
    }

    @Override
    public void close() {
        secret.close();
    }
}
