package app.lacuna.demo.mail;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;

/** Takes one message: all of it, before it says what is wrong with it. */
final class Handler implements MessageHandler {
    private static final int EXCEEDED = 552;
    private static final int FAILED = 554;

    private final SimulatedMail service;
    private final List<String> to = new ArrayList<>();
    private String from = "";

    Handler(SimulatedMail service) {
        this.service = service;
    }

    @Override
    public void from(String sender) {
        from = sender;
    }

    @Override
    public void recipient(String recipient) throws RejectException {
        if (recipient.startsWith("nobody@")) {
            throw new RejectException(550, "5.1.1 There is nobody of this name.");
        }
        to.add(recipient);
    }

    @Override
    public @Nullable String data(InputStream in) throws RejectException, IOException {
        byte[] message = in.readAllBytes();
        switch (service.fault()) {
            case TOO_LARGE ->
                    throw new RejectException(EXCEEDED, "5.3.4 The message is too large.");
            case KIND_REFUSED -> requireNoAttachment(message);
            default -> {
                // taken
            }
        }
        service.deliver(new Delivered(from, to, message));
        return null;
    }

    private static void requireNoAttachment(byte[] message) throws RejectException {
        String head = new String(message, StandardCharsets.US_ASCII);
        if (head.contains("Content-Disposition: attachment")) {
            throw new RejectException(FAILED, "5.7.1 This kind of attachment is not taken.");
        }
    }

    @Override
    public void done() {
        // nothing is kept open
    }
}
