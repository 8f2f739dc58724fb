package app.lacuna.password;

import app.lacuna.common.Secret;

/**
 * A password near the typed one. Whoever holds it closes it.
 *
 * @param slip what would have to have happened
 */
public record Variant(Secret secret, Slip slip) implements AutoCloseable {
    @Override
    public void close() {
        secret.close();
    }
}
