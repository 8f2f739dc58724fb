package app.lacuna.error;

import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** A message could not be handed to the mail service. */
public final class MailTrouble extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Reason reason;
    private final long announced;

    public enum Reason {
        /** No such computer, or nobody answers there. */
        NOT_REACHED,
        /** The way there can not be protected, or the other side is not who it should be. */
        NOT_SECURE,
        /** User name or password are not taken. */
        LOGIN,
        /** One of the addresses is not taken, or is none. */
        ADDRESS,
        /** An address has letters outside ASCII before "@", and the service does not take these. */
        ADDRESS_LETTERS,
        /** The message is larger than the service takes. */
        TOO_LARGE,
        /** The service does not take this kind of attachment. */
        KIND_REFUSED,
        /** It gave another reason. */
        REFUSED,
        /** The connection broke before the message was complete: it was not taken. */
        LOST,
        /** It broke after the message was complete and before an answer. */
        UNCERTAIN
    }

    /**
     * @param answer what the service said, in its own words; may be empty
     */
    public MailTrouble(Reason reason, String answer, @Nullable Throwable cause) {
        this(reason, answer, 0, cause);
    }

    private MailTrouble(Reason reason, String answer, long announced, @Nullable Throwable cause) {
        super("mail: " + reason, reason, answer);
        this.reason = reason;
        this.announced = announced;
        initCause(cause);
    }

    /** The service has said beforehand how much it takes, and it is less. */
    public static MailTrouble largerThan(long announced) {
        return new MailTrouble(Reason.TOO_LARGE, "", announced, null);
    }

    /** The largest message that the service says it takes, in bytes, if that is the trouble. */
    public OptionalLong announced() {
        return announced > 0 ? OptionalLong.of(announced) : OptionalLong.empty();
    }

    public Reason reason() {
        return reason;
    }

    public String answer() {
        return (String) facts().get(1);
    }
}
