package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.spi.FileSystemProvider;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SameDeviceTest {
    @TempDir private Path folder;

    /** As below a changed root, where the place that it is mounted at is not in the list. */
    private static Path unknown(long device, String views) throws IOException {
        FileSystemProvider provider = mock(FileSystemProvider.class);
        FileSystem system = mock(FileSystem.class);
        Path path = mock(Path.class);
        when(path.getFileSystem()).thenReturn(system);
        when(system.provider()).thenReturn(provider);
        when(system.supportedFileAttributeViews()).thenReturn(Set.of(views));
        when(provider.getFileStore(path)).thenThrow(new IOException("Mount point not found"));
        when(provider.readAttributes(eq(path), eq("unix:dev"), any(LinkOption[].class)))
                .thenReturn(Map.of("dev", device));
        return path;
    }

    @Test
    void aFileIsOnTheDeviceOfItsFolder() throws IOException {
        Path file = Files.createFile(folder.resolve("file"));
        assertThat(SameDevice.of(file, folder)).isTrue();
        assertThat(SameDevice.of(file, Path.of("/proc"))).isFalse();
    }

    @Test
    void whereNobodyKnowsWhatIsMountedTheNumbersCount() throws IOException {
        Path one = unknown(7, "unix");
        assertThat(SameDevice.of(one, unknown(7, "unix"))).isTrue();
        assertThat(SameDevice.of(one, unknown(8, "unix"))).isFalse();
        Path without = unknown(7, "basic");
        assertThatThrownBy(() -> SameDevice.of(without, one)).isInstanceOf(IOException.class);
    }
}
