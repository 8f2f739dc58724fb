package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import app.lacuna.error.MailTrouble;
import java.io.IOException;
import java.util.OptionalLong;
import java.util.function.LongConsumer;

/** Somebody who takes messages and passes them on. */
public interface MailService {
    /**
     * Goes there and says who is asking. The caller closes it.
     *
     * @throws MailTrouble if it is not reached, not secure, or does not know this user
     */
    Connection connect() throws IOException;

    /** Good for one message after the other. */
    interface Connection extends AutoCloseable {
        /** The largest message that it says it takes, in bytes; empty if it does not say. */
        OptionalLong limit();

        /**
         * Returns when the service has answered that it will pass the message on.
         *
         * @param watch is told how many bytes more of the attachments have gone
         * @throws MailTrouble if it does not take it
         */
        void send(MailMessage message, LongConsumer watch, CancelToken cancel) throws IOException;

        @Override
        void close();
    }
}
