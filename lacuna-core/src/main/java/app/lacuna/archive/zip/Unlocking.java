package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.LacunaException;
import app.lacuna.failure.UnsupportedFeature;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Comparator;
import java.util.List;

/**
 * Decides whether a password is the right one. The verification value lets one wrong password in
 * 65,536 pass, and damage can make it refuse the right one; so several entries are asked, and a
 * small one is read whole, which only the right password survives.
 */
final class Unlocking {
    /** Enough that chance and damage can be told apart; each costs one key derivation. */
    private static final int ENTRIES_ASKED = 4;

    private static final int ENTRIES_ASKED_AMONG_DAMAGE = 50;

    /** Check values that fit together leave chance one in four thousand million. */
    private static final int ENOUGH_BITS = 32;

    /** An entry up to this size is read whole to be certain. */
    private static final long READ_AT_MOST = 1_000_000;

    private final ZipReader reader;

    Unlocking(ZipReader reader) {
        this.reader = reader;
    }

    enum Verdict {
        WRONG,
        /** Only the authentication code of the first entry that is read will tell. */
        LIKELY,
        RIGHT
    }

    /**
     * @throws DamagedArchive if the only entry there is can not be told from one that is damaged
     */
    Verdict verdict() throws IOException {
        List<ArchiveEntry> asked =
                reader.listing().entries().stream()
                        .filter(entry -> entry.protection().needsPassword())
                        .sorted(Comparator.comparingLong(ArchiveEntry::packedSize))
                        .limit(ENTRIES_ASKED)
                        .toList();
        if (asked.isEmpty()) {
            return Verdict.RIGHT;
        }
        if (asked.size() == 1) {
            return verdictOn(asked.get(0));
        }
        int bits = 0;
        for (ArchiveEntry entry : asked) {
            if (!fits(entry)) {
                continue;
            }
            bits += checkBits(entry);
            if (bits >= ENOUGH_BITS || (isSmall(entry) && authenticates(entry))) {
                return Verdict.RIGHT;
            }
        }
        return Verdict.WRONG;
    }

    /** Where much may be damaged, one entry that fits has to be enough. */
    Verdict verdictAmongDamage() throws IOException {
        List<ArchiveEntry> asked =
                reader.listing().entries().stream()
                        .filter(entry -> entry.protection().needsPassword())
                        .limit(ENTRIES_ASKED_AMONG_DAMAGE)
                        .toList();
        for (ArchiveEntry entry : asked) {
            if (fits(entry)) {
                return Verdict.LIKELY;
            }
        }
        return asked.isEmpty() ? Verdict.RIGHT : Verdict.WRONG;
    }

    /** Nothing else in the archive can vouch for the password. */
    private Verdict verdictOn(ArchiveEntry only) throws IOException {
        if (!fits(only)) {
            return Verdict.WRONG;
        }
        if (!isSmall(only)) {
            return Verdict.LIKELY;
        }
        try (InputStream in = reader.open(only)) {
            in.transferTo(OutputStream.nullOutputStream());
        } catch (UnsupportedFeature e) {
            return Verdict.LIKELY;
        }
        return Verdict.RIGHT;
    }

    /** How many bits of the password's check value stand before an entry's data. */
    private static int checkBits(ArchiveEntry entry) {
        return entry.protection() == Protection.TRADITIONAL ? 8 : 16;
    }

    private static boolean isSmall(ArchiveEntry entry) {
        return entry.packedSize() <= READ_AT_MOST;
    }

    private boolean fits(ArchiveEntry entry) throws IOException {
        try {
            return reader.fits(entry);
        } catch (LacunaException e) {
            return false; // damaged headers say nothing about the password
        }
    }

    private boolean authenticates(ArchiveEntry entry) throws IOException {
        try (InputStream in = reader.open(entry)) {
            in.transferTo(OutputStream.nullOutputStream());
            return true;
        } catch (DamagedArchive e) {
            return false;
        } catch (LacunaException e) {
            return true; // a method that is not read here: nothing speaks against the password
        }
    }
}
