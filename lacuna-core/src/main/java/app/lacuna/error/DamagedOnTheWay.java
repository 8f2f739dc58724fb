package app.lacuna.error;

/** A file is not what the message that brought it says it is. */
public final class DamagedOnTheWay extends LacunaException {
    private static final long serialVersionUID = 1L;

    public DamagedOnTheWay(String name) {
        super("another checksum than the message tells", name);
    }
}
