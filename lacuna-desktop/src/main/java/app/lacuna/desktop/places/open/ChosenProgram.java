package app.lacuna.desktop.places.open;

import app.lacuna.desktop.jobs.Programs;
import java.io.IOException;
import java.nio.file.Path;
import java.util.function.Supplier;

/** The program that the user has chosen for files, or else that of the system. */
final class ChosenProgram implements Programs {
    private final Supplier<String> chosen;
    private final Programs ofSystem;

    /**
     * @param chosen its path; empty if none is
     */
    ChosenProgram(Supplier<String> chosen, Programs ofSystem) {
        this.chosen = chosen;
        this.ofSystem = ofSystem;
    }

    @Override
    public void open(Path file) throws IOException {
        String program = chosen.get();
        if (program.isEmpty()) {
            ofSystem.open(file);
        } else {
            new ProcessBuilder(program, file.toString())
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
        }
    }
}
