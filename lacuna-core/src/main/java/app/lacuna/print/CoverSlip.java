package app.lacuna.print;

import java.util.List;

/**
 * What stands on the slip in the case of a disc. Never a password.
 *
 * @param name of the set, in large letters
 * @param number of the disc and how many there are, as a sentence
 * @param lines below: the date, a hint, what recovery there is
 */
public record CoverSlip(String name, String number, List<String> lines) {
    public CoverSlip {
        lines = List.copyOf(lines);
    }
}
