package app.lacuna.print;

import java.util.List;

/**
 * What stands on a slip beside the password, in the words of the front end. Nothing of the contents
 * is among it.
 *
 * @param title of the page
 * @param lines what the password is for, and when the slip was made
 * @param warning at the foot of the page
 */
public record SlipWords(String title, List<String> lines, String warning) {
    public SlipWords {
        lines = List.copyOf(lines);
    }
}
