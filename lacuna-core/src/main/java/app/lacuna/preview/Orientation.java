package app.lacuna.preview;

/**
 * How a picture has to be turned to stand upright, as the camera noted it (Exif 2.3, tag 0x0112).
 *
 * @param degrees clockwise, a multiple of 90
 * @param mirrored whether left and right are exchanged before turning
 */
public record Orientation(int degrees, boolean mirrored) {
    public static final Orientation UPRIGHT = new Orientation(0, false);

    /** Upright if nothing is noted, or nothing that makes sense. */
    static Orientation of(byte[] picture) {
        return Exif.orientation(picture).map(Orientation::ofExif).orElse(UPRIGHT);
    }

    /** The numbers 1 to 8 of the standard. */
    static Orientation ofExif(int noted) {
        return switch (noted) {
            case 2 -> new Orientation(0, true);
            case 3 -> new Orientation(180, false);
            case 4 -> new Orientation(180, true);
            case 5 -> new Orientation(270, true);
            case 6 -> new Orientation(90, false);
            case 7 -> new Orientation(90, true);
            case 8 -> new Orientation(270, false);
            default -> UPRIGHT;
        };
    }
}
