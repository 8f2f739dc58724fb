package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.error.TargetExists;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

@EnabledOnOs(OS.LINUX)
class OwnersFileTest {
    private static final byte[] CONTENT = "a list".getBytes(StandardCharsets.US_ASCII);

    @TempDir Path folder;
    private TestRegister register;

    @BeforeEach
    void begin() throws IOException {
        register = TestRegister.in(folder.resolve("register"));
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private void write(Path place, Existing existing) throws IOException {
        OwnersFile.write(place, CONTENT, existing, LooseEnd.Kind.EXPORT, Optional.empty());
    }

    @Test
    void write_isForItsOwnerOnly_andKnownAsReadable() throws IOException {
        Path place = folder.resolve("list.txt");
        write(place, Existing.KEEP);
        assertThat(place).hasBinaryContent(CONTENT);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(place)))
                .isEqualTo("rw-------");
        assertThat(Ends.all())
                .flatExtracting(LooseEnd::files)
                .extracting(ReadableFile::path)
                .containsExactly(place);
    }

    @Test
    void write_overAnother_isRefused_andLeavesNoRecord() throws IOException {
        Path place = Files.writeString(folder.resolve("list.txt"), "own");
        assertThatThrownBy(() -> write(place, Existing.KEEP)).isInstanceOf(TargetExists.class);
        assertThat(place).hasContent("own");
        assertThat(Ends.all()).isEmpty();
    }
}
