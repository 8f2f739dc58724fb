package app.lacuna.error;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import org.junit.jupiter.api.Test;

class NotPermittedTest {
    @Test
    void is_tellsRefusalsFromOtherFailures() {
        assertThat(NotPermitted.is(new AccessDeniedException("f"))).isTrue();
        assertThat(NotPermitted.is(new FileSystemException("f", null, "Operation not permitted")))
                .isTrue();
        assertThat(NotPermitted.is(new FileSystemException("f", null, "Input/output error")))
                .isFalse();
        assertThat(NotPermitted.is(new FileSystemException("f"))).isFalse();
        assertThat(NotPermitted.is(new IOException("Operation not permitted"))).isFalse();
    }
}
