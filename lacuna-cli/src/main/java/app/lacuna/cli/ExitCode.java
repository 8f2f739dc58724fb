package app.lacuna.cli;

import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.PasswordUnusable;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.ReadOnlyTarget;
import app.lacuna.error.TargetExists;
import app.lacuna.error.WrongPassword;
import java.util.concurrent.CancellationException;

/** The numbers that a command ends with, as the help lists them. */
enum ExitCode {
    DONE(0),
    FAILED(1),
    USAGE(2),
    PASSWORD(3),
    DAMAGED(4),
    WOULD_OVERWRITE(5),
    INCOMPLETE(6),
    REFUSED(7),
    CANCELLED(130);

    private final int number;

    ExitCode(int number) {
        this.number = number;
    }

    int number() {
        return number;
    }

    static ExitCode of(Throwable failure) {
        if (failure instanceof CancellationException) {
            return CANCELLED;
        }
        if (failure instanceof WrongPassword
                || failure instanceof PasswordRequired
                || failure instanceof PasswordUnusable) {
            return PASSWORD;
        }
        if (failure instanceof DamagedArchive
                || failure instanceof NotAnArchive
                || failure instanceof ProofFailed) {
            return DAMAGED;
        }
        return failure instanceof TargetExists || failure instanceof ReadOnlyTarget
                ? WOULD_OVERWRITE
                : FAILED;
    }
}
