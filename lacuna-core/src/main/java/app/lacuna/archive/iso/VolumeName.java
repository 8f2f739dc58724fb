package app.lacuna.archive.iso;

import java.time.Instant;

/**
 * What a disc is called.
 *
 * @param label up to 16 d-characters (7.4.1) are seen everywhere, up to 32 where Joliet is not read
 * @param set what all discs of the set are called
 * @param number of the disc in the set, from 1
 * @param count of discs in the set
 * @param created when the image was made
 */
public record VolumeName(String label, String set, int number, int count, Instant created) {
    private static final int MAX_COUNT = 65_535;

    public VolumeName {
        if (number < 1 || number > count || count > MAX_COUNT) {
            throw new IllegalArgumentException("no disc of the set");
        }
    }
}
