package app.lacuna.desktop.parts.password;

import app.lacuna.base.Secret;

/**
 * The password of one job. It is taken from the fields once, when the job starts: what stands in
 * them at its end may be another one.
 *
 * @param secret belongs to the job, which closes this
 * @param made whether it was made here, so that nobody knows it yet
 */
public record TakenPassword(Secret secret, boolean made) implements AutoCloseable {
    /** For the page that shows the result, which closes it. */
    public KeptPassword kept() {
        return new KeptPassword(secret.copy(), made);
    }

    @Override
    public void close() {
        secret.close();
    }
}
