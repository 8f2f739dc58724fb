package app.lacuna.selection;

import java.nio.file.Path;

/** Something that was chosen and does not go in, and why. */
public record LeftOut(Path source, Reason reason) {

    public enum Reason {
        /** A socket, a device or a pipe: it has no contents that could be kept. */
        SPECIAL_FILE,
        /** The system does not let us read it. */
        UNREADABLE,
        /** It was there when it was chosen and is not there now. */
        GONE,
        /** A disk was mounted here in the last run, and is not now. */
        NOT_MOUNTED,
        /** It was cut over and over while it was read. */
        CHANGING,
        /** A link whose target is no text: it could not be kept as it is. */
        LINK_NOT_TEXT,
        /** It is the archive that is being written, or one of its working files. */
        OUTPUT_ITSELF,
        /** A rule says so. */
        EXCLUDED,
        /** The user took it out. */
        TAKEN_OUT,
        /** It is in the selection already, as part of a chosen folder. */
        ALREADY_INCLUDED;

        /** Whether it could go in after all, if the user says so. */
        public boolean canBeBroughtBack() {
            return this == EXCLUDED || this == TAKEN_OUT;
        }

        /** Whether the user has to be told that the archive is not complete. */
        public boolean meansIncomplete() {
            return this == UNREADABLE
                    || this == GONE
                    || this == NOT_MOUNTED
                    || this == CHANGING
                    || this == LINK_NOT_TEXT;
        }
    }
}
