package app.lacuna.mail;

/**
 * Where messages are handed in (RFC 6409).
 *
 * @param user may be empty if the service asks for none
 */
public record MailAccount(String host, int port, Security security, String user) {
    /** How the way there is protected. */
    public enum Security {
        /** TLS from the first byte (RFC 8314). */
        TLS,
        /** TLS after the greeting, and nothing without it (RFC 3207). */
        STARTTLS,
        /** Not at all: only to this computer itself. */
        NONE
    }

    /** What RFC 8314 recommends. */
    public static final int TLS_PORT = 465;

    /** RFC 6409. */
    public static final int STARTTLS_PORT = 587;
}
