package app.lacuna.desktop.parts.taking;

import app.lacuna.common.CancelToken;
import app.lacuna.extract.Conflict;
import app.lacuna.extract.ConflictAnswer;
import app.lacuna.extract.ConflictRule;
import java.util.concurrent.CompletableFuture;

/** A question of a running extraction that waits for its answer. */
public final class ConflictQuestion {
    private final Conflict conflict;
    private final CompletableFuture<ConflictAnswer> answer = new CompletableFuture<>();

    ConflictQuestion(Conflict conflict) {
        this.conflict = conflict;
    }

    public Conflict conflict() {
        return conflict;
    }

    public void answer(ConflictRule rule, boolean forAll) {
        answer.complete(new ConflictAnswer(rule, forAll));
    }

    /** On the extracting thread. */
    ConflictAnswer await(CancelToken cancel) {
        CancelToken.Registration registration = cancel.onCancel(() -> answer.cancel(false));
        try {
            return answer.join(); // throws when it has been cancelled
        } finally {
            registration.close();
        }
    }
}
