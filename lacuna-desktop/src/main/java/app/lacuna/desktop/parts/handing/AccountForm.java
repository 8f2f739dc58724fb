package app.lacuna.desktop.parts.handing;

import app.lacuna.common.Secret;
import app.lacuna.desktop.parts.password.SecretText;
import app.lacuna.mail.MailAccount;
import app.lacuna.mail.MailAccount.Security;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** The mail service as it is typed. Nothing of it is kept. */
public final class AccountForm {
    private final StringProperty host = new SimpleStringProperty("");
    private final StringProperty port =
            new SimpleStringProperty(String.valueOf(MailAccount.TLS_PORT));
    private final ObjectProperty<Security> security = new SimpleObjectProperty<>(Security.TLS);
    private final StringProperty user = new SimpleStringProperty("");
    private final SecretText password = new SecretText();

    AccountForm(Optional<MailAccount> proposed) {
        security.addListener((property, before, now) -> usualPort(now));
        proposed.ifPresent(
                account -> {
                    host.set(account.host());
                    security.set(account.security());
                    port.set(String.valueOf(account.port()));
                    user.set(account.user());
                });
    }

    private void usualPort(Security now) {
        switch (now) {
            case TLS -> port.set(String.valueOf(MailAccount.TLS_PORT));
            case STARTTLS -> port.set(String.valueOf(MailAccount.STARTTLS_PORT));
            case NONE -> {
                // one that runs here has no usual one
            }
        }
    }

    /** Whether a service could be meant by it. */
    boolean isComplete() {
        return !host.get().isBlank() && port.get().strip().matches("[1-9]\\d{0,4}");
    }

    MailAccount account() {
        return new MailAccount(
                host.get().strip(),
                Integer.parseInt(port.get().strip()),
                security.get(),
                user.get().strip());
    }

    /** The field is made anew afterwards. The caller closes it. */
    Optional<Secret> takePassword() {
        String typed = password.text().get();
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        Secret taken = Secret.takeOver(typed.toCharArray());
        return Optional.of(taken);
    }

    public StringProperty host() {
        return host;
    }

    public StringProperty port() {
        return port;
    }

    public ObjectProperty<Security> security() {
        return security;
    }

    public StringProperty user() {
        return user;
    }

    public SecretText password() {
        return password;
    }
}
