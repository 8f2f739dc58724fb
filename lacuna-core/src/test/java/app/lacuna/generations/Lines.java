package app.lacuna.generations;

import app.lacuna.generations.Manifest.Root;
import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Lines, manifests and generations as the tests of this package need them. */
final class Lines {
    static final Instant THEN = Instant.parse("2026-03-02T09:15:30.123456789Z");
    static final String FIRST = "20260302T091530Z";
    static final String SECOND = "20260303T091530Z";

    private Lines() {}

    static ManifestLine file(String path, long size, String digest, String generation) {
        return new ManifestLine(
                path,
                ItemKind.FILE,
                size,
                THEN,
                0640,
                digest,
                generation,
                path,
                "",
                "",
                "",
                false,
                "",
                true);
    }

    static ManifestLine folder(String path) {
        return new ManifestLine(
                path, ItemKind.FOLDER, 0, THEN, 0750, "", FIRST, path, "", "", "", false, "", true);
    }

    static Manifest manifest(Path place, ManifestLine... lines) {
        BackupScope scope =
                new BackupScope(
                        List.of(new Root("dig", place, Optional.empty())),
                        List.of(),
                        false,
                        Set.of());
        return new Manifest("r", FIRST, 1, scope, List.of(lines));
    }

    static Generation generation(Path folder, String id, long sequence, String... needs) {
        return new Generation(
                id,
                sequence,
                needs.length == 0 ? Generation.Kind.WHOLE : Generation.Kind.CHANGES,
                folder.resolve("copy-" + id + ".bin"),
                Set.of(needs),
                10,
                Generation.timeOf(id),
                false,
                Optional.empty());
    }
}
