package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Secret;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** A program of its own, since a Java machine reads once which certificates it trusts. */
final class SendOverTls {
    private SendOverTls() {}

    /** Host, port, the kind of protection, and the file to send. */
    public static void main(String[] args) throws Exception {
        MailAccount account =
                new MailAccount(
                        args[0],
                        Integer.parseInt(args[1]),
                        MailAccount.Security.valueOf(args[2]),
                        "dig");
        MailMessage message =
                new MailMessage(
                        Optional.of("dig@saltmarsh.example"),
                        List.of("finds@saltmarsh.example"),
                        "Files",
                        "The password comes another way.\n",
                        List.of(Path.of(args[3])));
        try (Secret password = Secret.takeOver("ebb tide".toCharArray());
                MailService.Connection connection =
                        new SmtpService(account, Optional.of(password)).connect()) {
            connection.send(message, bytes -> {}, CancelToken.never());
        }
    }
}
