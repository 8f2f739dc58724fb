package app.lacuna.mail;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A file that came by e-mail: alone, or in a message that was saved.
 *
 * @param name what it was called when it was sent, as far as that can be told
 * @param place the file itself, or the message that has it
 * @param attachment its number in the message, from 0; absent if it is the file itself
 * @param sums the SHA-256 that the message tells, in small hexadecimal digits
 */
public record Arrived(String name, Path place, Optional<Integer> attachment, List<String> sums) {
    public Arrived {
        sums = List.copyOf(sums);
    }
}
