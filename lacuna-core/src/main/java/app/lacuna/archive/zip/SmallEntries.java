package app.lacuna.archive.zip;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.PackingWatch;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.compression.BlockDeflater;
import app.lacuna.compression.ByteRun;
import app.lacuna.compression.Compressibility;
import app.lacuna.compression.Compressing;
import app.lacuna.compression.Method;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import app.lacuna.selection.LeftOut;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.zip.CRC32;

/**
 * One worker's share: a few small items, each from its file to its ciphertext, in memory. Their
 * keys are derived together, which is several times faster than one by one.
 *
 * <p>A file that changes while it is read is read once more; if it changes again, the second
 * reading is kept and marked.
 */
final class SmallEntries implements Callable<List<PackedItem>> {
    /** Larger files are packed in blocks. */
    static final int MAX_BYTES = 8 << 20;

    private static final int READINGS = 2;
    private static final int BUFFER_BYTES = 1 << 18;

    private final List<FileItem> items;
    private final List<byte[]> salts;
    private final PackOptions options;
    private final EntrySealing sealing;
    private final PackingWatch watch;
    private final EntryDrafts drafts;
    private final ItemReader disk = new ItemReader();

    /**
     * @param salts a new one for each item
     */
    SmallEntries(
            List<FileItem> items,
            List<byte[]> salts,
            PackOptions options,
            EntrySealing sealing,
            PackingWatch watch) {
        this.items = items;
        this.salts = salts;
        this.options = options;
        this.sealing = sealing;
        this.watch = watch;
        this.drafts = new EntryDrafts(options);
    }

    @Override
    public List<PackedItem> call() {
        List<EntryKeys> keys = sealing.strength().isPresent() ? sealing.keys(salts) : List.of();
        List<PackedItem> packed = new ArrayList<>(items.size());
        try (BlockDeflater deflater = new BlockDeflater(options.level())) {
            for (int i = 0; i < items.size(); i++) {
                watch.check();
                Optional<EntryKeys> own =
                        keys.isEmpty() ? Optional.empty() : Optional.of(keys.get(i));
                packed.add(pack(items.get(i), salts.get(i), own, deflater));
            }
        } finally {
            keys.forEach(EntryKeys::close);
        }
        return packed;
    }

    private PackedItem pack(
            FileItem chosen, byte[] salt, Optional<EntryKeys> keys, BlockDeflater deflater) {
        try {
            for (int reading = 1; ; reading++) {
                Optional<FileItem> now = disk.readAgain(chosen);
                if (now.isEmpty()) {
                    return new PackedItem.NotReadable(chosen, LeftOut.Reason.SPECIAL_FILE);
                }
                if (now.get().size() > MAX_BYTES && now.get().kind() == ItemKind.FILE) {
                    return new PackedItem.Large(chosen);
                }
                byte[] plain = read(now.get());
                if (plain.length > MAX_BYTES) {
                    watch.onBytes(chosen, -plain.length);
                    return new PackedItem.Large(chosen);
                }
                boolean steady =
                        plain.length == now.get().size() && disk.readAgain(chosen).equals(now);
                if (steady || reading == READINGS) {
                    return new Sealed(now.get(), steady, plain).with(salt, keys, deflater);
                }
                watch.onBytes(chosen, -plain.length);
            }
        } catch (NoSuchFileException e) {
            return new PackedItem.NotReadable(chosen, LeftOut.Reason.GONE);
        } catch (IOException e) {
            return new PackedItem.NotReadable(chosen, LeftOut.Reason.UNREADABLE);
        }
    }

    /** At most one byte more than {@link #MAX_BYTES}. */
    private byte[] read(FileItem now) throws IOException {
        try (InputStream in = ItemContents.open(now)) {
            byte[] bytes = new byte[(int) now.size() + 1];
            int length = 0;
            while (true) {
                if (length == bytes.length) {
                    if (length > MAX_BYTES) {
                        return bytes;
                    }
                    bytes = Arrays.copyOf(bytes, Math.min(2 * length, MAX_BYTES + 1));
                }
                int count = in.read(bytes, length, Math.min(bytes.length - length, BUFFER_BYTES));
                if (count < 0) {
                    return Arrays.copyOf(bytes, length);
                }
                length += count;
                watch.onBytes(now, count);
                watch.check();
            }
        }
    }

    /** From plain bytes to what is appended. */
    private final class Sealed {
        private final FileItem item;
        private final boolean steady;
        private final byte[] plain;
        private final EntryRecord draft;

        Sealed(FileItem item, boolean steady, byte[] plain) {
            this.item = item;
            this.steady = steady;
            this.plain = plain;
            this.draft = drafts.draft(item);
        }

        PackedItem with(byte[] salt, Optional<EntryKeys> keys, BlockDeflater deflater)
                throws IOException {
            CRC32 crc = new CRC32();
            crc.update(plain);
            Optional<ByteRun> smaller = compressed(deflater);
            ByteRun data = smaller.orElseGet(() -> run(plain));
            int method = smaller.isPresent() ? draft.method() : ZipConstants.METHOD_STORED;
            EntryRecord entry = draft.withMethod(method);
            if (smaller.isPresent()) {
                Arrays.fill(plain, (byte) 0);
            }
            SealedData sealed =
                    item.kind() == ItemKind.FOLDER
                            ? SealedData.open(data, (int) crc.getValue())
                            : sealing.seal(data, salt, keys, (int) crc.getValue());
            return new PackedItem.Ready(
                    item,
                    steady,
                    entry.withData(sealed.crc(), sealed.length(), plain.length),
                    sealed);
        }

        /** Empty where it brings nothing. */
        private Optional<ByteRun> compressed(BlockDeflater deflater) throws IOException {
            Method method = MethodCodes.method(draft.method()).orElseThrow();
            if (method == Method.STORED || !Compressibility.isWorthIt(plain, plain.length)) {
                return Optional.empty();
            }
            ByteRun packed =
                    method == Method.DEFLATE
                            ? deflater.deflate(plain, 0, plain.length, true)
                            : inOnePiece(method);
            if (packed.length() < plain.length) {
                return Optional.of(packed);
            }
            packed.wipe();
            return Optional.empty();
        }

        private ByteRun inOnePiece(Method method) throws IOException {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try (OutputStream out =
                    Compressing.open(method, options.level(), plain.length, bytes)) {
                out.write(plain);
            }
            return run(bytes.toByteArray());
        }
    }

    private static ByteRun run(byte[] bytes) {
        return ByteRun.of(bytes);
    }
}
