package app.lacuna.demo.mail;

import java.util.List;

/** A message in the mailbox, as it came. */
public record Delivered(String from, List<String> to, byte[] message) {
    public Delivered {
        to = List.copyOf(to);
    }
}
