package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.staging.FileMarks;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * The digests of a proof, as long as the archive is the one that was proved. No password needed.
 */
public final class ByDigest implements Evidence {
    private final FileMarks archive;
    private final CancelToken cancel;

    /**
     * @param archive its files, as they were right after the proof
     */
    public ByDigest(FileMarks archive, CancelToken cancel) {
        this.archive = archive;
        this.cancel = cancel;
    }

    @Override
    public List<Path> archive() {
        return archive.files();
    }

    @Override
    public boolean stands() {
        return archive.areStill();
    }

    @Override
    public Optional<Stays> against(ReadableFile file) {
        boolean known = file.sha256().isPresent() || file.sort() == Sort.FOLDER;
        return known ? Optional.empty() : Optional.of(Stays.NOT_PROVED);
    }

    @Override
    public Optional<Stays> compare(ReadableFile file, Path place) throws IOException {
        try (InputStream in = Contents.of(file, place)) {
            boolean same = file.sha256().filter(Sha256.of(in, cancel)::equals).isPresent();
            return same ? Optional.empty() : Optional.of(Stays.CHANGED);
        }
    }
}
