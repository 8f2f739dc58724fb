package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Secret;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.MailTrouble.Reason;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import java.io.IOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Properties;
import java.util.function.LongConsumer;
import javax.net.ssl.SSLException;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPTransport;
import org.jspecify.annotations.Nullable;

/** A mail service that is spoken to by SMTP (RFC 5321). */
public final class SmtpService implements MailService {
    private static final String PATIENCE_MS = "60000";

    private final MailAccount account;
    private final Optional<Secret> password;

    /**
     * @param password of the user at the service; the caller closes it. The library takes it as a
     *     string, which only the memory's cleaning removes
     */
    public SmtpService(MailAccount account, Optional<Secret> password) {
        this.account = account;
        this.password = password;
    }

    @Override
    public Connection connect() throws IOException {
        requireProtected();
        return new Connected(open(false));
    }

    /** A connection to the service, and the settings that it was made with. */
    private record Opened(Session session, SMTPTransport transport) {}

    private Opened open(boolean utf8) throws IOException {
        Properties settings = properties();
        settings.put("mail.mime.allowutf8", String.valueOf(utf8));
        Session session = Session.getInstance(settings);
        try {
            SMTPTransport transport = (SMTPTransport) session.getTransport("smtp");
            if (account.user().isEmpty() || password.isEmpty()) {
                transport.connect(account.host(), account.port(), null, null);
            } else {
                transport.connect(
                        account.host(),
                        account.port(),
                        account.user(),
                        password.get().withCharacters(Object::toString));
            }
            return new Opened(session, transport);
        } catch (AuthenticationFailedException e) {
            throw new MailTrouble(Reason.LOGIN, said(e), e);
        } catch (MessagingException e) {
            boolean secure = causedBy(e, SSLException.class) || isAboutTls(e);
            throw new MailTrouble(secure ? Reason.NOT_SECURE : Reason.NOT_REACHED, "", e);
        }
    }

    /** Neither a password nor a message goes in the clear to another computer. */
    private void requireProtected() throws MailTrouble {
        if (account.security() != MailAccount.Security.NONE) {
            return;
        }
        try {
            if (!InetAddress.getByName(account.host()).isLoopbackAddress()) {
                throw new MailTrouble(Reason.NOT_SECURE, "", null);
            }
        } catch (UnknownHostException e) {
            throw new MailTrouble(Reason.NOT_REACHED, "", e);
        }
    }

    private Properties properties() {
        Properties smtp = new Properties();
        smtp.put("mail.smtp.connectiontimeout", PATIENCE_MS);
        smtp.put("mail.smtp.timeout", PATIENCE_MS);
        smtp.put("mail.smtp.writetimeout", PATIENCE_MS);
        smtp.put("mail.smtp.localhost", "[127.0.0.1]"); // not the name of this computer
        smtp.put("mail.smtp.auth", String.valueOf(!account.user().isEmpty()));
        smtp.put("mail.smtp.quitwait", "false");
        smtp.put("mail.smtp.ssl.checkserveridentity", "true");
        smtp.put("mail.smtp.ssl.enable", isSecured(MailAccount.Security.TLS));
        smtp.put("mail.smtp.starttls.enable", isSecured(MailAccount.Security.STARTTLS));
        smtp.put("mail.smtp.starttls.required", isSecured(MailAccount.Security.STARTTLS));
        return smtp;
    }

    private String isSecured(MailAccount.Security way) {
        return String.valueOf(account.security() == way);
    }

    private final class Connected implements Connection {
        private final SMTPTransport transport;
        private final Opened ascii;
        private Optional<Opened> utf8 = Optional.empty();

        Connected(Opened ascii) {
            this.ascii = ascii;
            this.transport = ascii.transport();
        }

        /**
         * A message is only marked as SMTPUTF8 if it must be: others would not reach services
         * without it.
         */
        private Opened connectionFor(MailMessage message) throws IOException {
            if (!Mime.needsUtf8(message)) {
                return ascii;
            }
            if (!transport.supportsExtension("SMTPUTF8")) {
                throw new MailTrouble(Reason.ADDRESS_LETTERS, "", null);
            }
            if (utf8.isEmpty()) {
                utf8 = Optional.of(open(true));
            }
            return utf8.get();
        }

        /** RFC 1870: none, or zero, is no limit that is known. */
        @Override
        public OptionalLong limit() {
            String size = transport.getExtensionParameter("SIZE");
            if (size == null || !size.strip().matches("[1-9]\\d{0,17}")) {
                return OptionalLong.empty();
            }
            return OptionalLong.of(Long.parseLong(size.strip()));
        }

        @Override
        public void send(MailMessage message, LongConsumer watch, CancelToken cancel)
                throws IOException {
            Opened opened = connectionFor(message);
            OutgoingMessage made = Mime.toSend(message, watch, cancel, opened.session());
            try {
                opened.transport().sendMessage(made, Mime.addresses(message.to()));
            } catch (MessagingException e) {
                cancel.check();
                throw trouble(e, made.isWrittenOut());
            }
        }

        @Override
        public void close() {
            close(transport);
            utf8.ifPresent(opened -> close(opened.transport()));
        }

        private static void close(SMTPTransport transport) {
            try {
                transport.close();
            } catch (MessagingException e) {
                // it is gone already, and what it has taken it has taken
            }
        }
    }

    private static MailTrouble trouble(MessagingException e, boolean complete) {
        Optional<MessagingException> refusal = refusal(e);
        if (refusal.isPresent()) {
            return new MailTrouble(reason(refusal.get()), said(refusal.get()), e);
        }
        if (e instanceof SendFailedException failed && isAboutAddresses(failed)) {
            return new MailTrouble(Reason.ADDRESS, said(e), e);
        }
        return new MailTrouble(complete ? Reason.UNCERTAIN : Reason.LOST, "", e);
    }

    private static boolean isAboutAddresses(SendFailedException failed) {
        return failed.getInvalidAddresses() != null && failed.getInvalidAddresses().length > 0;
    }

    /** What in it is an answer of the service. */
    private static Optional<MessagingException> refusal(MessagingException e) {
        for (Throwable cause = e; cause != null; cause = next(cause)) {
            if (cause instanceof SMTPSendFailedException failed && failed.getReturnCode() > 0) {
                if (next(cause) instanceof SMTPAddressFailedException address) {
                    return Optional.of(address);
                }
                return Optional.of(failed);
            }
            if (cause instanceof SMTPAddressFailedException address) {
                return Optional.of(address);
            }
        }
        return Optional.empty();
    }

    private static @Nullable Throwable next(Throwable cause) {
        return cause instanceof MessagingException messaging
                ? messaging.getNextException()
                : cause.getCause();
    }

    private static Reason reason(MessagingException answer) {
        if (answer instanceof SMTPAddressFailedException) {
            return Reason.ADDRESS;
        }
        SMTPSendFailedException failed = (SMTPSendFailedException) answer;
        return SmtpAnswer.reason(failed.getReturnCode(), failed.getMessage());
    }

    private static String said(MessagingException e) {
        return SmtpAnswer.shown(e.getMessage());
    }

    private boolean isAboutTls(MessagingException e) {
        String words = String.valueOf(e.getMessage()).toUpperCase(Locale.ROOT);
        boolean wanted = account.security() == MailAccount.Security.STARTTLS;
        return words.contains("STARTTLS") || wanted && words.contains("TLS");
    }

    private static boolean causedBy(MessagingException e, Class<? extends Exception> kind) {
        for (Throwable cause = e; cause != null; cause = next(cause)) {
            if (kind.isInstance(cause)) {
                return true;
            }
        }
        return false;
    }
}
