package app.lacuna.desktop.pack;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;

/** Proposes a name that tells nothing about the contents: the date, and a number if it is taken. */
public record NewArchiveName(Clock clock) {

    String freeIn(Path folder) {
        String date = LocalDate.now(clock).toString();
        String name = date + ".zip";
        for (int number = 2; Files.exists(folder.resolve(name)); number++) {
            name = date + "-" + number + ".zip";
        }
        return name;
    }
}
