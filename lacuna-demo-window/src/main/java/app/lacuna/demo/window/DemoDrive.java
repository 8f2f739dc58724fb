package app.lacuna.demo.window;

import app.lacuna.demo.burner.TrayDrive;
import app.lacuna.demo.drive.SimulatedDisc;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.disc.drive.DiscDrive;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The demo's drive, and its discs. */
final class DemoDrive {
    /** About eight times the speed of a DVD. */
    private static final long SPEED = 11_000_000;

    private final SimulatedDrive drive;

    /**
     * @param folder for what is on the discs
     */
    DemoDrive(Path folder) {
        drive = new SimulatedDrive(folder).speed(SPEED);
    }

    DiscDrive asDrive() {
        return new TrayDrive(drive);
    }

    SimulatedDrive drive() {
        return drive;
    }

    /** Empty discs that go in by themselves. */
    void load(int count, long sectors, long bytesPerSecond) {
        drive.speed(bytesPerSecond);
        List<SimulatedDisc> discs = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            discs.add(blank(sectors));
        }
        drive.stack(discs);
    }

    SimulatedDisc blank(long sectors) {
        try {
            return drive.blank(sectors);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
