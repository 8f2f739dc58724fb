package app.lacuna.desktop.places.discs;

import app.lacuna.common.CancelToken;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.function.LongConsumer;

/** Has a blank disc at any time, and tells which one is asked for. */
final class EagerDrive implements DiscDrive {
    private final IntConsumer onAsked;
    private byte[] written = new byte[0];

    EagerDrive(IntConsumer onAsked) {
        this.onAsked = onAsked;
    }

    @Override
    public String name() {
        return "eager drive";
    }

    @Override
    public Optional<Loaded> loaded() {
        return Optional.of(new Loaded(DiscKind.CD_700, true, Optional.empty()));
    }

    @Override
    public void askFor(Wanted wanted) {
        onAsked.accept(wanted.number());
    }

    @Override
    public void write(ByteSource image, LongConsumer onWritten, CancelToken cancel)
            throws IOException {
        written = new SourceInput(image, 0, image.size()).readAllBytes();
    }

    @Override
    public ByteSource read() {
        return new MemorySource(written);
    }

    @Override
    public void eject() {
        // the next one is in it at once
    }
}
