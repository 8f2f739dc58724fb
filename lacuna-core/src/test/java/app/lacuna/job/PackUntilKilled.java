package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.Register;
import java.io.IOException;
import java.nio.file.Path;
import java.util.OptionalLong;

/** A process of its own that packs and extracts, over and over, until it is killed. */
final class PackUntilKilled {
    private PackUntilKilled() {}

    /** Arguments: state folder, folder to pack, folder to work in. */
    public static void main(String[] arguments) throws IOException {
        Register.start(Path.of(arguments[0]));
        Path dig = Path.of(arguments[1]);
        Path work = Path.of(arguments[2]);
        System.out.println("started");
        for (int i = 0; ; i++) {
            String name = ProcessHandle.current().pid() + "-" + i;
            Path archive = work.resolve(name + ".zip");
            PackOptions options =
                    i % 2 == 0
                            ? PackOptions.STANDARD
                            : PackOptions.STANDARD.withNames(Names.HIDDEN);
            OptionalLong split = i % 3 == 2 ? OptionalLong.of(700_000) : OptionalLong.empty();
            Jobs.pack(archive, options, split, "ebb", dig);
            Jobs.extract(archive, "ebb", work.resolve(name));
        }
    }
}
