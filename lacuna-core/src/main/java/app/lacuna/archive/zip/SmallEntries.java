package app.lacuna.archive.zip;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.PackingWatch;
import app.lacuna.common.Sha256;
import app.lacuna.compression.BlockDeflater;
import app.lacuna.compression.ByteRun;
import app.lacuna.compression.Compressibility;
import app.lacuna.compression.Compressing;
import app.lacuna.compression.Method;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.error.SourceUnreadable;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SteadyReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.zip.CRC32;

/**
 * One worker's share: a few small items, each from its file to its ciphertext, in memory. Their
 * keys are derived together, which is several times faster than one by one.
 */
final class SmallEntries implements Callable<List<PackedItem>> {
    /** Larger files are packed in blocks. */
    static final int MAX_BYTES = 8 << 20;

    private static final int BUFFER_BYTES = 1 << 18;

    private final List<FileItem> items;
    private final List<byte[]> salts;
    private final PackOptions options;
    private final EntryEncryption encryption;
    private final PackingWatch watch;
    private final EntryDrafts drafts;
    private final SteadyReader disk = new SteadyReader();

    /**
     * @param salts a new one for each item
     */
    SmallEntries(
            List<FileItem> items,
            List<byte[]> salts,
            PackOptions options,
            EntryEncryption encryption,
            PackingWatch watch) {
        this.items = items;
        this.salts = salts;
        this.options = options;
        this.encryption = encryption;
        this.watch = watch;
        this.drafts = new EntryDrafts(options);
    }

    @Override
    public List<PackedItem> call() throws IOException {
        List<EntryKeys> keys =
                encryption.strength().isPresent() ? encryption.keys(salts) : List.of();
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

    /** The one item, whose bytes are here already; they are wiped. */
    PackedItem.Ready text(byte[] plain) throws IOException {
        List<EntryKeys> keys =
                encryption.strength().isPresent() ? encryption.keys(salts) : List.of();
        try (BlockDeflater deflater = new BlockDeflater(options.level())) {
            return new Plain(items.get(0), true, plain.clone())
                    .with(salts.get(0), keys.stream().findFirst(), deflater);
        } finally {
            keys.forEach(EntryKeys::close);
        }
    }

    private PackedItem pack(
            FileItem chosen, byte[] salt, Optional<EntryKeys> keys, BlockDeflater deflater)
            throws IOException {
        SteadyReader.Result<SmallFile> result = disk.read(chosen, new SmallReading(chosen));
        if (result.made().isEmpty()) {
            return new PackedItem.NotReadable(chosen, result.lost().orElseThrow());
        }
        Optional<byte[]> plain = result.made().get().plain();
        if (plain.isEmpty()) {
            return new PackedItem.Large(chosen);
        }
        return new Plain(result.item(), result.steady(), plain.get()).with(salt, keys, deflater);
    }

    /**
     * @param plain absent for what has grown too large for memory
     */
    private record SmallFile(Optional<byte[]> plain, long size) {}

    /** Into memory. */
    private final class SmallReading implements SteadyReader.Reading<SmallFile> {
        private final FileItem chosen;
        private long read;

        SmallReading(FileItem chosen) {
            this.chosen = chosen;
        }

        @Override
        public SmallFile read(FileItem now) throws IOException {
            read = 0;
            if (now.size() > MAX_BYTES && now.kind() == ItemKind.FILE) {
                return new SmallFile(Optional.empty(), now.size());
            }
            byte[] plain;
            try {
                plain = contents(now);
            } catch (IOException e) {
                throw new SourceUnreadable(now.source(), e);
            }
            if (plain.length > MAX_BYTES) {
                Arrays.fill(plain, (byte) 0);
                giveUp();
                return new SmallFile(Optional.empty(), now.size());
            }
            if (watch.wantsDigests() && now.kind() != ItemKind.FOLDER) {
                watch.onDigest(now, Sha256.hex(plain));
            }
            return new SmallFile(Optional.of(plain), plain.length);
        }

        /** At most one byte more than {@link #MAX_BYTES}. */
        private byte[] contents(FileItem now) throws IOException {
            try (InputStream in = ItemContents.open(now)) {
                byte[] bytes = new byte[(int) now.size() + 1];
                int length = 0;
                while (true) {
                    if (length == bytes.length) {
                        if (length > MAX_BYTES) {
                            return bytes;
                        }
                        bytes = wipedCopy(bytes, length, Math.min(2 * length, MAX_BYTES + 1));
                    }
                    int wanted = Math.min(bytes.length - length, BUFFER_BYTES);
                    int count = in.read(bytes, length, wanted);
                    if (count < 0) {
                        return wipedCopy(bytes, length, length);
                    }
                    length += count;
                    read += count;
                    watch.onBytes(now, count);
                    watch.check();
                }
            }
        }

        @Override
        public long bytes(SmallFile made) {
            return made.size();
        }

        @Override
        public void discard(SmallFile made) {
            made.plain().ifPresent(plain -> Arrays.fill(plain, (byte) 0));
            giveUp();
        }

        @Override
        public void giveUp() {
            if (read > 0) {
                watch.onBytes(chosen, -read);
            }
            read = 0;
        }
    }

    private static byte[] wipedCopy(byte[] bytes, int length, int newLength) {
        byte[] copy = new byte[newLength];
        System.arraycopy(bytes, 0, copy, 0, length);
        Arrays.fill(bytes, (byte) 0);
        return copy;
    }

    /** From plain bytes to what is appended. */
    private final class Plain {
        private final FileItem item;
        private final boolean steady;
        private final byte[] plain;
        private final EntryRecord draft;

        Plain(FileItem item, boolean steady, byte[] plain) {
            this.item = item;
            this.steady = steady;
            this.plain = plain;
            this.draft = drafts.draft(item);
        }

        PackedItem.Ready with(byte[] salt, Optional<EntryKeys> keys, BlockDeflater deflater)
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
            EncryptedData encrypted =
                    item.kind() == ItemKind.FOLDER
                            ? EncryptedData.open(data, (int) crc.getValue())
                            : encryption.encrypt(data, salt, keys, (int) crc.getValue());
            return new PackedItem.Ready(
                    item,
                    steady,
                    entry.withData(encrypted.crc(), encrypted.length(), plain.length),
                    encrypted);
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
            ByteRun packed = new ByteRun(plain.length / 2);
            try (OutputStream out =
                    Compressing.open(method, options.level(), plain.length, packed.asStream())) {
                out.write(plain);
            }
            return packed;
        }
    }

    private static ByteRun run(byte[] bytes) {
        return ByteRun.of(bytes);
    }
}
