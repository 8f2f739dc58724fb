package app.lacuna.cli;

import app.lacuna.archive.openpgp.PgpKeyCost;

/** Lets the tests derive keys of new messages in microseconds. */
public final class CheapKeyCost implements PgpKeyCost.Replacement {
    @Override
    public PgpKeyCost cost() {
        return new PgpKeyCost(1, 1, 3, 0x60);
    }
}
