package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** A register of a test's own, in place of that of the process. */
public final class TestRegister implements AutoCloseable {
    private TestRegister() {}

    public static TestRegister in(Path folder) throws IOException {
        Register.use(Optional.of(folder));
        return new TestRegister();
    }

    /** What the start of a program does about those that have died. */
    public static void recover(Path state) throws IOException {
        Path folder = state.resolve("register");
        new Leftovers(folder, new EndStore(folder.resolve("ends"))).remove();
    }

    @Override
    public void close() throws IOException {
        SessionRegister.restore();
    }
}
