package app.lacuna.staging;

import app.lacuna.clearing.Batch;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** A file that tells something secret, where the user wants it: known as a readable copy. */
public final class OwnersFile {
    private OwnersFile() {}

    /**
     * Readable for its owner only; there whole or not at all.
     *
     * @param archive what it speaks of
     */
    public static void write(
            Path place,
            byte[] content,
            Existing existing,
            LooseEnd.Kind kind,
            Optional<Path> archive)
            throws IOException {
        Target target = Target.of(place);
        target.requireUsable(existing);
        Batch batch = Batch.begin(kind, archive);
        batch.readable(List.of(target.path()));
        boolean made = false;
        try (StagedFile file = StagedFile.privateIn(target.folder())) {
            ByteBuffer bytes = ByteBuffer.wrap(content);
            while (bytes.hasRemaining()) {
                file.channel().write(bytes);
            }
            file.force();
            file.publishAs(target.path(), existing);
            made = true;
        } finally {
            batch.settle(made ? List.of(ReadableFile.now(target.path(), "")) : List.of());
        }
    }
}
