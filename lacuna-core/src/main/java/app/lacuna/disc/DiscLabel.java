package app.lacuna.disc;

import java.text.Normalizer;
import java.util.Locale;

/**
 * What a set of discs is called: d-characters of ISO 9660, and few enough that the name with a
 * number is seen by everybody.
 */
public record DiscLabel(String text) {
    /** With an underscore and three digits it is fifteen, and Joliet shows sixteen. */
    private static final int MOST = 11;

    private static final String NAMELESS = "DISC";

    public DiscLabel {
        if (!text.matches("[A-Z0-9_]{1," + MOST + "}")) {
            throw new IllegalArgumentException("not a name for discs");
        }
    }

    /** As near to what was wished as it can be. */
    public static DiscLabel of(String wished) {
        String plain =
                Normalizer.normalize(wished, Normalizer.Form.NFD)
                        .replaceAll("\\p{M}", "")
                        .toUpperCase(Locale.ROOT)
                        .replaceAll("[^A-Z0-9]+", "_")
                        .replaceAll("^_+", "");
        String cut = plain.substring(0, Math.min(plain.length(), MOST)).replaceAll("_+$", "");
        return new DiscLabel(cut.isEmpty() ? NAMELESS : cut);
    }

    /** Of one disc. */
    public String of(int number) {
        return text + "_" + number;
    }
}
