package app.lacuna.error;

/** No opener page can be made for this archive: what is in it is more than browsers read. */
public final class PageCanNotOpen extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param method the trade's name of the method of compression
     */
    public PageCanNotOpen(String method) {
        super("no browser reads " + method, method);
    }
}
