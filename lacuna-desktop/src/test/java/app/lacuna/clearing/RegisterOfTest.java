package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** A register of a test's own; without one nothing is remembered. */
public final class RegisterOfTest {
    private RegisterOfTest() {}

    public static void begin(Path folder) throws IOException {
        Register.use(Optional.of(folder));
    }

    public static void end() throws IOException {
        SessionRegister.restore();
    }
}
