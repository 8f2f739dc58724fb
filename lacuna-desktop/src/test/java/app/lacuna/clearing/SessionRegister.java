package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** The register of all tests that use none of their own: nothing is cleared without one. */
public final class SessionRegister implements BeforeAllCallback {
    private static Optional<Path> folder = Optional.empty();

    @Override
    public void beforeAll(ExtensionContext context) throws IOException {
        if (folder.isEmpty()) {
            restore();
        }
    }

    static synchronized void restore() throws IOException {
        if (folder.isEmpty()) {
            folder = Optional.of(Files.createTempDirectory("lacuna-register"));
        }
        Register.use(folder);
    }
}
