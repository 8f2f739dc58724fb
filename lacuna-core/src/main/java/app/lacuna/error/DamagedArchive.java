package app.lacuna.error;

/** Bytes of the archive are missing or are not what was written. */
public final class DamagedArchive extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Damage damage;
    private final String entry;
    private final long offset;

    /**
     * @param entry path inside the archive, empty when it concerns the whole
     * @param offset where in the file the damage was noticed
     */
    public DamagedArchive(Damage damage, String entry, long offset) {
        super("damaged: " + damage, damage, entry, offset);
        this.damage = damage;
        this.entry = entry;
        this.offset = offset;
    }

    public Damage damage() {
        return damage;
    }

    public String entry() {
        return entry;
    }

    public long offset() {
        return offset;
    }
}
