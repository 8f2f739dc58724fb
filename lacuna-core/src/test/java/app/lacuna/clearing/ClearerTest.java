package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.lacuna.clearing.Cleared.Result;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ClearerTest {
    @TempDir Path folder;

    private Path file(String name) throws IOException {
        return Files.writeString(folder.resolve(name), "C-104");
    }

    @Test
    void deletingIsSaidToBeDeletingAndNoMore() throws IOException {
        assertThat(Clearer.delete(file("a")).result()).isEqualTo(Result.DELETED);
        assertThat(Clearer.delete(folder.resolve("a")).result()).isEqualTo(Result.NOT_THERE);
    }

    @Test
    void aFileWithAnotherNameKeepsItsContentsThere() throws IOException {
        Path file = file("a");
        Path other = Files.createLink(folder.resolve("snapshot"), file);

        Cleared cleared = Clearer.delete(file);

        assertThat(cleared.result()).isEqualTo(Result.LINKED_ELSEWHERE);
        assertThat(file).doesNotExist();
        assertThat(other).hasContent("C-104");
    }

    @Test
    void inAFolderOfOurOwnAFileWithAnotherNameIsNotOverwrittenEither() throws IOException {
        Path own = Files.createDirectory(folder.resolve("own"));
        Path other = file("others");
        Files.createLink(own.resolve("linked"), other);
        Files.createSymbolicLink(own.resolve("pointer"), other);
        Path plain = Files.writeString(own.resolve("plain"), "readable");

        List<Cleared> results = Clearer.wipeOwn(own);

        assertThat(other).hasContent("C-104");
        assertThat(own).doesNotExist();
        assertThat(results)
                .filteredOn(cleared -> cleared.path().equals(plain))
                .extracting(Cleared::result)
                .containsExactly(Result.OVERWRITTEN);
        assertThat(results)
                .filteredOn(cleared -> cleared.path().endsWith("linked"))
                .extracting(Cleared::result)
                .containsExactly(Result.LINKED_ELSEWHERE);
    }

    /** A junction, as the file system of Windows gives it; here a real folder stands for it. */
    @Test
    void wipingDoesNotGoThroughAJunction() throws IOException {
        Path elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
        Files.writeString(elsewhere.resolve("original"), "stays");
        BasicFileAttributes junction = mock(BasicFileAttributes.class);
        when(junction.isDirectory()).thenReturn(true);
        when(junction.isOther()).thenReturn(true);

        FileVisitResult way =
                new Clearer.Wiping(new ArrayList<>()).preVisitDirectory(elsewhere, junction);

        assertThat(way).isEqualTo(FileVisitResult.SKIP_SUBTREE);
        assertThat(elsewhere.resolve("original")).hasContent("stays");
    }

    @Test
    void whatCanNotGoIsAmongTheResultsAndTheRestGoesAllTheSame() throws Exception {
        Path own = Files.createDirectory(folder.resolve("own"));
        Path fixed = Files.createDirectory(own.resolve("fixed"));
        Path stays = Files.writeString(fixed.resolve("stays"), "readable");
        for (int i = 0; i < 5; i++) {
            Files.writeString(own.resolve("a" + i), "readable");
            Files.writeString(own.resolve("z" + i), "readable");
        }
        try (Undeletable held = Undeletable.below(fixed)) {
            List<Cleared> results = Clearer.wipeOwn(own);

            assertThat(results).filteredOn(Cleared::isGone).hasSize(10);
            assertThat(results)
                    .filteredOn(cleared -> !cleared.isGone())
                    .extracting(Cleared::path)
                    .containsExactly(stays, fixed, own);
            assertThat(held.isHeld()).isTrue();
        }
        assertThat(Clearer.wipeOwn(own)).allMatch(Cleared::isGone);
        assertThat(own).doesNotExist();
    }

    @Test
    void wipeOwn_overwritesEveryByte_beforeTheNameGoes() throws IOException {
        Path own = Files.createDirectory(folder.resolve("own"));
        byte[] readable = new byte[150_001];
        Arrays.fill(readable, (byte) 'x');
        Path file = Files.write(own.resolve("readable"), readable);
        try (FileChannel channel = FileChannel.open(file)) {
            Clearer.wipeOwn(own);
            ByteBuffer left = ByteBuffer.allocate(readable.length + 1);
            while (channel.read(left) > 0) {
                // until the end
            }
            assertThat(left.flip()).isEqualTo(ByteBuffer.allocate(readable.length));
        }
        assertThat(own).doesNotExist();
        assertThat(Clearer.wipeOwn(own)).isEmpty();
    }
}
