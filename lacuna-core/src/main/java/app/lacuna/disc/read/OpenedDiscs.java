package app.lacuna.disc.read;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.EntrySequence;
import app.lacuna.archive.Listing;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** An opened archive that knows which discs it is on. */
public final class OpenedDiscs implements OpenedArchive {
    private final OpenedArchive archive;
    private final List<Path> discs;

    OpenedDiscs(OpenedArchive archive, List<Path> discs) {
        this.archive = archive;
        this.discs = List.copyOf(discs);
    }

    /** Where they are: images, or folders where discs are mounted. */
    public List<Path> discs() {
        return discs;
    }

    @Override
    public boolean hasChecks() {
        return archive.hasChecks();
    }

    @Override
    public Optional<DamagedArchive> outerDamage() throws IOException {
        for (Path disc : discs) {
            if (Files.isDirectory(disc)) {
                continue;
            }
            try (ByteSource source = new FileSource(disc)) {
                if (IsoReader.open(source).isCut()) {
                    return Optional.of(new DamagedArchive(Damage.CUT_SHORT, "", source.size()));
                }
            }
        }
        return archive.outerDamage();
    }

    @Override
    public Listing listing() {
        return archive.listing();
    }

    @Override
    public Listing outside() {
        return archive.outside();
    }

    @Override
    public Spelling spelling() {
        return archive.spelling();
    }

    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        archive.confirmPassword(cancel);
    }

    @Override
    public boolean isChecked() {
        return archive.isChecked();
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        archive.check(listener, cancel);
    }

    @Override
    public void prepare(List<ArchiveEntry> next) throws IOException {
        archive.prepare(next);
    }

    @Override
    public void expect(List<ArchiveEntry> coming) {
        archive.expect(coming);
    }

    @Override
    public EntrySequence sequence(List<ArchiveEntry> entries) throws IOException {
        return archive.sequence(entries);
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return archive.open(entry);
    }

    @Override
    public void close() throws IOException {
        archive.close();
    }
}
