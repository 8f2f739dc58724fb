package app.lacuna.job;

import app.lacuna.archive.VolumeTarget;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.staging.StagedFile;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * The files of an archive that is being written, one or many, until they get their names: all of
 * them or none. The last part, without which the others are no archive, gets its name last.
 */
final class StagedVolumes implements VolumeTarget, AutoCloseable {
    private final Path target;
    private final List<StagedFile> volumes = new ArrayList<>();

    StagedVolumes(Path target) {
        this.target = target;
    }

    @Override
    public FileChannel add() throws IOException {
        try {
            StagedFile volume = StagedFile.beside(target);
            volumes.add(volume);
            return volume.channel();
        } catch (IOException e) {
            throw new TargetUnusable(target.getParent(), e);
        }
    }

    @Override
    public void removeLast() throws IOException {
        volumes.remove(volumes.size() - 1).close();
    }

    /** Waits until everything is on the device. */
    void force() throws IOException {
        for (StagedFile volume : volumes) {
            volume.force();
        }
    }

    /** Where the bytes are until they get their names. */
    List<Path> temporaries() {
        return volumes.stream().map(StagedFile::temporary).toList();
    }

    /** What the parts will be called. */
    List<Path> names() {
        return VolumeNames.of(target, volumes.size());
    }

    /**
     * @throws TargetExists if one of the names is taken; none of the new ones is there then
     */
    void publish(Existing existing) throws IOException {
        List<Path> names = names();
        if (existing == Existing.KEEP) {
            requireFree(names);
        }
        List<Path> done = new ArrayList<>();
        try {
            for (int i = 0; i < names.size(); i++) {
                volumes.get(i).publishAs(names.get(i), existing);
                done.add(names.get(i));
            }
        } catch (IOException e) {
            for (Path published : done) {
                Files.deleteIfExists(published);
            }
            throw e instanceof FileAlreadyExistsException ? new TargetExists(target) : e;
        }
    }

    private static void requireFree(List<Path> names) throws TargetExists {
        for (Path name : names) {
            if (Files.exists(name, LinkOption.NOFOLLOW_LINKS)) {
                throw new TargetExists(name);
            }
        }
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        for (StagedFile volume : volumes) {
            try {
                volume.close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
