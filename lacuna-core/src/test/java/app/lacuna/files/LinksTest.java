package app.lacuna.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LinksTest {
    @TempDir Path folder;

    /** As the file system of Windows gives a junction: a folder that is something else as well. */
    static BasicFileAttributes junction() {
        BasicFileAttributes attributes = mock(BasicFileAttributes.class);
        when(attributes.isDirectory()).thenReturn(true);
        when(attributes.isOther()).thenReturn(true);
        return attributes;
    }

    @Test
    void aJunctionLeadsElsewhere() {
        assertThat(Links.leadElsewhere(junction())).isTrue();
    }

    @Test
    void aFolderIsOneOnlyIfItsContentsLieInIt() throws IOException {
        Path link = Files.createSymbolicLink(folder.resolve("link"), folder);
        assertThat(Links.isFolder(folder)).isTrue();
        assertThat(Links.isLink(folder)).isFalse();
        assertThat(Links.isFolder(link)).isFalse();
        assertThat(Links.isLink(link)).isTrue();
        Path nothing = folder.resolve("nothing");
        assertThat(Links.isFolder(nothing)).isFalse();
        assertThat(Links.isLink(nothing)).isFalse();
    }
}
