package app.lacuna.extract;

/**
 * What to do about a conflict.
 *
 * @param rule one of SKIP, OVERWRITE, KEEP_BOTH
 * @param forAll whether the rest of the conflicts of this extraction get the same answer
 */
public record ConflictAnswer(ConflictRule rule, boolean forAll) {
    public ConflictAnswer {
        if (rule == ConflictRule.ASK || rule == ConflictRule.FAIL) {
            throw new IllegalArgumentException("not an answer: " + rule);
        }
    }
}
