package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Where libraries with native parts put them to be loaded: in a folder of our own, which goes at
 * the end, or at the next start after a kill, instead of in the system's temporary folder, where
 * they would stay and where programs must sometimes not be run. Call it before anything is loaded.
 */
public final class Natives {
    /** The names that the libraries have for it. */
    static final String CIPHER_FOLDER = "org.conscrypt.native.workdir";

    static final String COMPRESSION_FOLDER = "ZstdTempFolder";

    private Natives() {}

    /**
     * Where that is not possible the libraries use what they would have used.
     *
     * @param stateFolder where the program keeps its own state
     */
    public static void unpackInto(Path stateFolder) {
        try {
            Files.createDirectories(stateFolder);
            PrivateFolder folder =
                    PrivateFolder.createIn(stateFolder.toAbsolutePath(), PrivateFolder.Medium.DISK);
            System.setProperty(CIPHER_FOLDER, folder.path().toString());
            System.setProperty(COMPRESSION_FOLDER, folder.path().toString());
            Runtime.getRuntime().addShutdownHook(new Thread(folder::wipe, "lacuna-natives"));
        } catch (IOException e) {
            // see above
        }
    }
}
