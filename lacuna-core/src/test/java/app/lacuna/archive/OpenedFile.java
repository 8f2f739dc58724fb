package app.lacuna.archive;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileDetails;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** An opened archive that closes its reader too, for tests. */
public record OpenedFile(ArchiveReader reader, OpenedArchive opened) implements OpenedArchive {
    /** Closes the reader if the password does not fit. */
    public static OpenedFile of(ArchiveReader reader, String password) throws IOException {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            return new OpenedFile(reader, reader.open(secret));
        } catch (IOException | RuntimeException e) {
            reader.close();
            throw e;
        }
    }

    @Override
    public Listing listing() {
        return opened.listing();
    }

    @Override
    public Listing outside() {
        return opened.outside();
    }

    @Override
    public Optional<DamagedArchive> outerDamage() throws IOException {
        return opened.outerDamage();
    }

    @Override
    public boolean hasChecks() {
        return opened.hasChecks();
    }

    @Override
    public Spelling spelling() {
        return opened.spelling();
    }

    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        opened.confirmPassword(cancel);
    }

    @Override
    public boolean isChecked() {
        return opened.isChecked();
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        opened.check(listener, cancel);
    }

    @Override
    public boolean isAnyOrder() {
        return opened.isAnyOrder();
    }

    @Override
    public FileDetails details(ArchiveEntry entry) throws IOException {
        return opened.details(entry);
    }

    @Override
    public Optional<String> linkedTo(ArchiveEntry entry) {
        return opened.linkedTo(entry);
    }

    @Override
    public void prepare(List<ArchiveEntry> next) throws IOException {
        opened.prepare(next);
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return opened.open(entry);
    }

    @Override
    public void close() throws IOException {
        opened.close();
        reader.close();
    }
}
