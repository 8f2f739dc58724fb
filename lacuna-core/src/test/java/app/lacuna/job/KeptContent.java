package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.generations.Generation;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Whether what was on disk can still be had from somewhere. */
final class KeptContent {
    private final ModelTree tree;
    private final KnownGenerations known;

    KeptContent(ModelTree tree, KnownGenerations known) {
        this.tree = tree;
        this.known = known;
    }

    /** What was on disk is there, or in a generation, or in the archive of what was replaced. */
    void require(String at, Set<String> before, Optional<Path> archive) throws IOException {
        Set<String> missing = new HashSet<>(before);
        missing.removeAll(tree.contents());
        if (missing.isEmpty()) {
            return;
        }
        List<Path> archives = new ArrayList<>();
        archive.ifPresent(archives::add);
        if (archive.isEmpty()) {
            try (var files = Files.list(known.store().folder())) {
                files.filter(file -> file.getFileName().toString().contains("-before."))
                        .forEach(archives::add);
            }
        }
        for (Path each : archives) {
            missing.removeAll(texts(each));
        }
        for (Generation each : known.good()) {
            if (!missing.isEmpty()) {
                missing.removeAll(texts(each.file()));
            }
        }
        assertThat(missing).as("%s: gone without a copy", at).isEmpty();
    }

    private static Set<String> texts(Path archive) throws IOException {
        Set<String> texts = new HashSet<>();
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD);
                var reader = Archives.open(archive);
                OpenedArchive opened = reader.open(password)) {
            opened.check(ProgressListener.none(), CancelToken.never());
            for (var entry : opened.listing().entries()) {
                try (InputStream in = opened.open(entry)) {
                    texts.add(new String(in.readAllBytes(), StandardCharsets.UTF_8));
                }
            }
        }
        return texts;
    }
}
