package app.lacuna.archive.openpgp;

import app.lacuna.common.Secret;

/** Passwords as the library takes them. */
final class PgpPassword {
    private PgpPassword() {}

    /** A copy, which the caller wipes. */
    static char[] characters(Secret password) {
        return password.withCharacters(
                lent -> {
                    char[] own = new char[lent.remaining()];
                    lent.get(own);
                    return own;
                });
    }
}
