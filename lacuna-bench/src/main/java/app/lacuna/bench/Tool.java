package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Set;

/** Something that packs and unpacks, to be measured beside the others. */
interface Tool {
    /** What can be asked of a tool. */
    enum Job {
        PACK_AES,
        PACK_AES_STORED,
        PACK_OPEN,
        PACK_HIDDEN,
        /** In the backup form, through zstd. */
        PACK_BACKUP,
        EXTRACT_AES,
        PROVE,
        /** Takes one file out of an archive and puts another in; Lacuna proves the result. */
        CHANGE,
        /** Another password for all of it, proved. */
        RELOCK;

        boolean packs() {
            return name().startsWith("PACK");
        }

        boolean rewrites() {
            return this == CHANGE || this == RELOCK;
        }
    }

    String name();

    Set<Job> jobs();

    /**
     * @param folder what to pack
     * @param archive where to, or what to extract or prove
     * @param target where to extract to; for a change, the file to put in
     */
    void run(Job job, Path folder, Path archive, Path target) throws IOException;
}
