package app.lacuna.exposure;

/** Whether somebody can open an archive. */
public enum Reach {
    YES,
    /** The archive inside has to be opened once more. */
    IN_TWO_STEPS,
    NO
}
