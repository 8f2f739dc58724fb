package app.lacuna.demo.burner;

import app.lacuna.common.CancelToken;
import app.lacuna.demo.drive.SimulatedDisc;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Optional;
import java.util.function.LongConsumer;

/** A simulated drive where a real one could be. */
public final class TrayDrive implements DiscDrive {
    private final SimulatedDrive drive;

    public TrayDrive(SimulatedDrive drive) {
        this.drive = drive;
    }

    @Override
    public String name() {
        return "simulated drive";
    }

    @Override
    public Optional<Loaded> loaded() throws IOException {
        Optional<SimulatedDisc> disc = drive.disc();
        return disc.isEmpty() ? Optional.empty() : Optional.of(loaded(disc.get()));
    }

    private static Loaded loaded(SimulatedDisc disc) throws IOException {
        String label = disc.label();
        return new Loaded(
                DiscKind.ofSectors(disc.sectors()),
                disc.isBlank(),
                label.isEmpty() ? Optional.empty() : Optional.of(label));
    }

    @Override
    public void askFor(Wanted wanted) {
        drive.ask(wanted.label() + " " + wanted.number() + " of " + wanted.count());
    }

    @Override
    public void write(ByteSource image, LongConsumer onWritten, CancelToken cancel)
            throws IOException {
        drive.write(image::read, image.size(), onWritten, cancel::isCancelled);
    }

    @Override
    public ByteSource read() throws IOException {
        long size = drive.size();
        return new ByteSource() {
            @Override
            public int read(ByteBuffer into, long position) throws IOException {
                return drive.read(into, position);
            }

            @Override
            public long size() {
                return size;
            }

            @Override
            public boolean isPastCache() {
                return true;
            }

            @Override
            public void close() {
                // the disc stays in the drive
            }
        };
    }

    @Override
    public void eject() {
        drive.eject();
    }
}
