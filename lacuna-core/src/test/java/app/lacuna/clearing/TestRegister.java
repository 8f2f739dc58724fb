package app.lacuna.clearing;

import app.lacuna.state.PrivatePlaces;
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

    /** One that the next start finds as it finds that of a process that has died. */
    public static TestRegister ofProcess(Path folder) throws IOException {
        Register.use(Optional.empty());
        PrivatePlaces.makeFolder(folder);
        Register.use(folder, Journal.create(folder, Register.token()));
        return new TestRegister();
    }

    /** What the start of a program does about those that have died. */
    public static void recover(Path state) throws IOException {
        Path folder = state.resolve("register");
        PrivatePlaces.makeFolder(folder);
        new Leftovers(folder, new EndStore(folder.resolve("ends"))).remove();
    }

    @Override
    public void close() throws IOException {
        SessionRegister.restore();
    }
}
