package app.lacuna.archive.openpgp;

import app.lacuna.common.Secret;
import app.lacuna.crypto.SegmentCodes;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.PinnedSource;
import app.lacuna.io.SourceInput;
import app.lacuna.io.WindowSource;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Optional;
import org.bouncycastle.openpgp.PGPSessionKey;

/**
 * An OpenPGP message that a password has opened. Of the current form any byte can be had at once
 * and is authenticated with its chunk. The older form is a stream with one check at the end:
 * whoever uses it reads it through once, and only then believes it; from then on every byte that is
 * read is held against what was read then.
 */
public final class PgpMessage implements Closeable {
    private final ByteSource encrypted;
    private final PGPSessionKey key;
    private final Optional<ChunkedSource> chunks;
    private final Optional<ByteSource> contents;
    private Optional<DamagedArchive> trailing = Optional.empty();

    private PgpMessage(
            ByteSource encrypted,
            PGPSessionKey key,
            Optional<ChunkedSource> chunks,
            Optional<ByteSource> contents) {
        this.encrypted = encrypted;
        this.key = key;
        this.chunks = chunks;
        this.contents = contents;
    }

    /** Whether it looks like a message that somebody has encrypted. */
    public static boolean isMessage(ByteSource source) throws IOException {
        return PgpKeys.isEncrypted(source);
    }

    /**
     * @param source stays open; the message does not close it
     * @param file what it is called for people
     * @throws WrongPassword if no key in it is opened by this password
     */
    public static PgpMessage open(ByteSource source, Secret password, Path file)
            throws IOException {
        PgpKeys keys = PgpKeys.of(source);
        PgpMessage message = with(keys, source, keys.unlocked(source, password, file));
        message.trailing = trailing(source, keys.body(source).end());
        return message;
    }

    static PgpMessage with(PgpKeys keys, ByteSource source, PGPSessionKey key) throws IOException {
        if (!keys.isChunked()) {
            return new PgpMessage(pinned(source), key, Optional.empty(), Optional.empty());
        }
        byte[] sessionKey = key.getKey();
        try {
            ChunkedSource chunks = new ChunkedSource(keys.body(source), sessionKey);
            return new PgpMessage(source, key, Optional.of(chunks), literal(chunks));
        } finally {
            Arrays.fill(sessionKey, (byte) 0);
        }
    }

    /** A file has one message (RFC 9580, 10.3), and packets that say nothing. */
    private static Optional<DamagedArchive> trailing(ByteSource source, long end)
            throws IOException {
        long position = end;
        try {
            while (position < source.size() && isSkipped(PacketHeader.at(source, position))) {
                position = PacketBody.of(source, PacketHeader.at(source, position)).end();
            }
        } catch (LacunaException e) {
            // no packet: reported below
        }
        return position < source.size()
                ? Optional.of(PacketHeader.damaged(Damage.TRAILING_DATA, position))
                : Optional.empty();
    }

    private static boolean isSkipped(PacketHeader header) {
        return header.tag() == PacketHeader.MARKER || header.tag() == PacketHeader.PADDING;
    }

    /** Data behind the message, which nothing authenticates. */
    public Optional<DamagedArchive> trailing() {
        return trailing;
    }

    /** The one check is at the end: what is read after it has to be what it was then. */
    private static ByteSource pinned(ByteSource source) throws IOException {
        return new PinnedSource(
                new WindowSource(source, 0, source.size()),
                new SegmentCodes(source.size(), new SecureRandom()),
                PacketHeader.damaged(Damage.AUTHENTICATION, 0));
    }

    /** Whether this password opens it, as far as that can be told before all has been read. */
    public static boolean mayBeOpenedBy(ByteSource source, Secret password, Path file)
            throws IOException {
        try {
            PgpKeys.of(source).unlocked(source, password, file);
            return true;
        } catch (WrongPassword e) {
            return false;
        }
    }

    /** Nothing if the contents are compressed or signed. */
    private static Optional<ByteSource> literal(ChunkedSource chunks) throws IOException {
        long position = 0;
        PacketHeader header = PacketHeader.at(chunks, position);
        while (isSkipped(header)) {
            position = PacketBody.of(chunks, header).end();
            header = PacketHeader.at(chunks, position);
        }
        if (header.tag() != PacketHeader.LITERAL) {
            return Optional.empty();
        }
        return Optional.of(LiteralBody.of(PacketBody.of(chunks, header)));
    }

    /** What is in it, readable at any place; nothing if it can only be had from its beginning. */
    public Optional<ByteSource> contents() {
        return contents;
    }

    /**
     * What is in it, from its beginning. At the end of the stream it is certain that nothing is
     * missing; in the older form only then that nothing was changed.
     */
    public InputStream stream() throws IOException {
        if (contents.isPresent()) {
            return new SourceInput(contents.get(), 0, contents.get().size());
        }
        return chunks.isPresent()
                ? PgpStream.inside(new SourceInput(chunks.get(), 0, chunks.get().size()))
                : PgpStream.older(new SourceInput(encrypted, 0, encrypted.size()), key);
    }

    /** Whether bytes are authenticated before they come out. */
    public boolean isCheckedAsItIsRead() {
        return chunks.isPresent();
    }

    @Override
    public void close() {
        chunks.ifPresent(ChunkedSource::close);
    }

    /** The library has many ways to say that something makes no sense. */
    static LacunaException asOurs(Exception e) {
        if (e instanceof LacunaException ours) {
            return ours;
        }
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) {
            if (cause instanceof LacunaException ours) {
                return ours;
            }
        }
        String said = String.valueOf(e.getMessage());
        if (said.contains("nsupported") || said.contains("unknown") || said.contains("NoSuchAlg")) {
            return new UnsupportedFeature("an OpenPGP message of this kind", "");
        }
        DamagedArchive damaged = PacketHeader.damaged(Damage.AUTHENTICATION, 0);
        damaged.initCause(e);
        return damaged;
    }
}
