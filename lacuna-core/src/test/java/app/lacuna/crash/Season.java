package app.lacuna.crash;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;

/** A small folder of files to pack, and what is in them. */
record Season(Path folder, Set<String> contents) {
    static final String PASSWORD = "ebb and flood";

    static Season make() throws IOException {
        Path folder = Files.createDirectories(CrashSimulation.TOP.resolve("season"));
        Files.writeString(folder.resolve("levels.csv"), "point;level\nL1;1.85\n");
        Path finds = Files.createDirectory(folder.resolve("finds"));
        Files.writeString(finds.resolve("C-104.txt"), "hearth");
        Files.writeString(finds.resolve("C-105.txt"), "posthole");
        Files.createDirectory(folder.resolve("to-be-scanned"));
        return new Season(folder, Promises.contents(folder));
    }
}
