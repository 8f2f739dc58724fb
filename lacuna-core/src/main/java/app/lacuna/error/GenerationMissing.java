package app.lacuna.error;

/** Bytes are in a generation that is gone or broken. */
public final class GenerationMissing extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final String generation;

    /**
     * @param generation its time, as in the name of its file
     * @param entry what can not be had without it; empty when it concerns all of it
     */
    public GenerationMissing(String generation, String entry) {
        super("a generation is missing", generation, entry);
        this.generation = generation;
    }

    public String generation() {
        return generation;
    }
}
