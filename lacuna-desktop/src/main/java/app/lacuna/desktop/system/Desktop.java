package app.lacuna.desktop.system;

/** What can be asked of the desktop; a double stands in where there is none. */
public interface Desktop {
    /** Tells something beside the window. Returns at once, and what fails is not told. */
    void announce(String title, String words);

    /** From now on the system does not go to sleep by itself, where that can be asked. */
    void stayAwake(String why);

    /** It may again. */
    void maySleep();

    /** By the session bus, where there is one. */
    static Desktop ofThisSession() {
        return new SessionBus(SessionBus.address(System.getenv()));
    }
}
