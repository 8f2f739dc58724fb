package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.archive.openpgp.PgpMessage;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.compression.Method;
import app.lacuna.compression.NativeMethods;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Drained;
import app.lacuna.io.WindowSource;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.atomic.AtomicLong;

/** A TAR archive in a file: by itself, packed, or in an OpenPGP message. */
final class TarReader implements TarArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final boolean encrypted;
    private final Limits limits;
    private final Listing outside;

    /** Takes the source over. */
    TarReader(Path file, ByteSource source, boolean encrypted, Limits limits) throws IOException {
        this.file = file;
        this.source = source;
        this.encrypted = encrypted;
        this.limits = limits;
        this.outside = seen();
    }

    private Listing seen() throws IOException {
        Instant modified = Files.getLastModifiedTime(file).toInstant();
        ArchiveEntry inside =
                new ArchiveEntry(
                        0,
                        file.getFileName().toString(),
                        ItemKind.FILE,
                        source.size(),
                        source.size(),
                        modified,
                        FileItem.NO_PERMISSIONS,
                        encrypted ? Protection.AES_256 : Protection.NONE,
                        encrypted ? "openpgp" : "tar",
                        OptionalInt.empty());
        return new Listing(
                file,
                source.size(),
                1,
                "",
                encrypted ? Names.HIDDEN : Names.VISIBLE,
                List.of(inside));
    }

    @Override
    public boolean isPastCache() {
        return source.isPastCache();
    }

    @Override
    public Listing outside() {
        return outside;
    }

    @Override
    public OpenedArchive open() throws IOException {
        return open(Optional.empty(), ProgressListener.none(), CancelToken.never());
    }

    @Override
    public OpenedArchive open(Secret password) throws IOException {
        return open(Optional.of(password), ProgressListener.none(), CancelToken.never());
    }

    @Override
    public OpenedArchive open(
            Optional<Secret> password, ProgressListener listener, CancelToken cancel)
            throws IOException {
        if (!encrypted) {
            return new Opening(listener, cancel).plain();
        }
        Secret typed = password.orElseThrow(() -> new PasswordRequired(file));
        for (Spelling spelling : Spelling.values()) {
            if (spelling != Spelling.AS_TYPED && spelling.isAlready(typed)) {
                continue;
            }
            try (Secret spelled = spelling.of(typed)) {
                return new Opening(listener, cancel).encrypted(spelled, spelling);
            } catch (WrongPassword e) {
                cancel.check();
            }
        }
        throw new WrongPassword(file);
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        List<Boolean> fit = new ArrayList<>();
        for (Secret password : passwords) {
            fit.add(!encrypted || PgpMessage.mayBeOpenedBy(source, password, file));
        }
        return fit;
    }

    @Override
    public void close() throws IOException {
        source.close();
    }

    private final class Opening {
        private final ProgressListener listener;
        private final CancelToken cancel;
        private final AtomicLong read = new AtomicLong();
        private Optional<DamagedArchive> trailing = Optional.empty();

        Opening(ProgressListener listener, CancelToken cancel) {
            this.listener = listener;
            this.cancel = cancel;
        }

        OpenedArchive plain() throws IOException {
            return ofContents(new Counted(source, read), Spelling.AS_TYPED, () -> {});
        }

        OpenedArchive encrypted(Secret password, Spelling spelling) throws IOException {
            PgpMessage message = PgpMessage.open(new Counted(source, read), password, file);
            trailing = message.trailing();
            try {
                return message.contents().isPresent()
                        ? ofContents(message.contents().get(), spelling, message)
                        : ofStream(message, spelling);
            } catch (IOException | RuntimeException e) {
                message.close();
                throw e;
            }
        }

        private OpenedArchive ofContents(ByteSource packed, Spelling spelling, Closeable around)
                throws IOException {
            Wrapping wrapping = wrapping(Wrapping.start(packed));
            try {
                Optional<OpenedArchive> byCatalogue =
                        wrapping == Wrapping.GZIP
                                ? Optional.empty()
                                : byCatalogue(packed, wrapping, spelling, around);
                if (byCatalogue.isPresent()) {
                    return byCatalogue.get();
                }
                if (wrapping == Wrapping.NONE) {
                    SourceBytes bytes = new SourceBytes(packed);
                    return archive(bytes, listed(bytes.from(0)), spelling, wrapping, around);
                }
                StreamBytes bytes =
                        new StreamBytes(() -> wrapping.open(new SourceBytes(packed).from(0)));
                return archive(bytes, listed(bytes), spelling, wrapping, around);
            } catch (LacunaException e) {
                throw e;
            } catch (IOException | RuntimeException e) {
                throw damaged(e);
            }
        }

        private Optional<OpenedArchive> byCatalogue(
                ByteSource packed, Wrapping wrapping, Spelling spelling, Closeable around)
                throws IOException {
            Optional<Trailer> trailer = Trailer.find(packed, wrapping.method());
            if (trailer.isEmpty() || trailer.get().packedStart() >= packed.size()) {
                return Optional.empty();
            }
            long start = trailer.get().start();
            long packedStart = trailer.get().packedStart();
            Catalogue.Read read;
            try (InputStream in = wrapping.open(new SourceBytes(packed).from(packedStart))) {
                TarStream tar = new TarStream(in, start);
                Optional<TarEntry> header = tar.next();
                if (header.isEmpty() || !header.get().path().startsWith(Catalogue.PATH)) {
                    return Optional.empty();
                }
                read = Catalogue.read(tar.contents(), limits);
            }
            if (wrapping == Wrapping.NONE) {
                return Optional.of(
                        archive(
                                new SourceBytes(packed),
                                TarListing.Found.of(read.entries()),
                                spelling,
                                wrapping,
                                around));
            }
            FramedSource tar =
                    new FramedSource(
                            new WindowSource(packed, 0, packedStart),
                            wrapping.method(),
                            read.frames(),
                            start);
            return Optional.of(
                    archive(
                            new SourceBytes(tar),
                            TarListing.Found.of(read.entries()),
                            spelling,
                            wrapping,
                            around));
        }

        /** The older form of OpenPGP: nothing of it is believed before its end. */
        private OpenedArchive ofStream(PgpMessage message, Spelling spelling) throws IOException {
            byte[] start;
            try (InputStream in = message.stream()) {
                start = in.readNBytes(2 * TarHeader.BLOCK);
            }
            if (!message.isCheckedAsItIsRead() && Wrapping.of(start).isEmpty()) {
                requireWhole(message); // a wrong password may have come this far
            }
            Wrapping wrapping = wrapping(start);
            StreamBytes bytes = new StreamBytes(() -> wrapping.open(message.stream()));
            TarListing.Found entries = listed(message, wrapping);
            return archive(bytes, entries, spelling, wrapping, message);
        }

        /** To the end of the message, and not only of what is in it. */
        private TarListing.Found listed(PgpMessage message, Wrapping wrapping) throws IOException {
            try (InputStream packed = message.stream()) {
                TarListing.Found entries = listed(wrapping.open(packed));
                Drained.toTheEnd(packed);
                return entries;
            } catch (LacunaException e) {
                throw e;
            } catch (IOException | RuntimeException e) {
                throw damaged(e);
            }
        }

        private void requireWhole(PgpMessage message) throws IOException {
            try (InputStream in = message.stream()) {
                Drained.toTheEnd(in);
            }
        }

        private Wrapping wrapping(byte[] start) throws IOException {
            Wrapping wrapping =
                    Wrapping.of(start)
                            .orElseThrow(
                                    () ->
                                            new UnsupportedFeature(
                                                    "an OpenPGP message without a TAR archive",
                                                    ""));
            if (wrapping.method() == Method.ZSTD) {
                NativeMethods.require(Method.ZSTD, "");
            }
            return wrapping;
        }

        private TarListing.Found listed(StreamBytes bytes) throws IOException {
            try (InputStream in = bytes.from(0)) {
                return listed(in);
            }
        }

        private TarListing.Found listed(InputStream tar) throws IOException {
            return new TarListing(limits, source.size(), read::get, listener, cancel)
                    .of(tar, source.size());
        }

        private OpenedArchive archive(
                TarBytes bytes,
                TarListing.Found entries,
                Spelling spelling,
                Wrapping wrapping,
                Closeable around)
                throws IOException {
            String method = wrapping == Wrapping.NONE ? TarArchive.STORED : lower(wrapping);
            requireHonest(entries);
            return new TarArchive(bytes, entries, outside, spelling, method, around)
                    .withOuterDamage(trailing);
        }

        /** Holes take no room when they come out: what counts is what is stored. */
        private void requireHonest(TarListing.Found entries) throws IOException {
            limits.checkEntries(entries.visible());
            limits.checkRatio(SaturatedSum.of(entries.all(), ListedEntry::stored), source.size());
        }

        private static String lower(Wrapping wrapping) {
            return wrapping.name().toLowerCase(Locale.ROOT);
        }

        private DamagedArchive damaged(Exception cause) {
            DamagedArchive damaged = new DamagedArchive(Damage.COMPRESSED_DATA, "", read.get());
            damaged.initCause(cause);
            return damaged;
        }
    }
}
