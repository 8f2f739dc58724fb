package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.Drained;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Decides whether a password is the right one. The verification value lets one wrong password in
 * 65,536 pass, and damage can make it refuse the right one; so several entries are asked, and a
 * small one is read whole, which only the right password survives. Others write archives whose
 * entries have different passwords, so if the smallest entries refuse it, more of them are asked.
 */
final class Unlocking {
    /** Enough that chance and damage can be told apart; each costs one key derivation. */
    private static final int ENTRIES_ASKED = 4;

    /** Before a password is called wrong: about a quarter of a second of key derivation. */
    private static final int ENTRIES_ASKED_AT_MOST = 400;

    private static final int ENTRIES_ASKED_AMONG_DAMAGE = 50;

    /** Check values that fit together leave chance one in four thousand million. */
    private static final int ENOUGH_BITS = 32;

    /** An entry up to this size is read whole to be certain. */
    private static final long READ_AT_MOST = 1_000_000;

    private final ZipContents contents;

    Unlocking(ZipContents contents) {
        this.contents = contents;
    }

    enum Verdict {
        WRONG,
        /** Only the authentication code of the first entry that is read will tell. */
        LIKELY,
        RIGHT
    }

    /**
     * @throws DamagedArchive if the entries are damaged, so that they say nothing of the password
     */
    Verdict verdict() throws IOException {
        List<ArchiveEntry> locked = new ArrayList<>(decidable());
        if (locked.isEmpty()) {
            return Verdict.RIGHT;
        }
        if (locked.size() == 1) {
            return verdictOn(locked.get(0));
        }
        locked.sort(Comparator.comparingLong(ArchiveEntry::packedSize));
        Verdict first = verdictOn(locked.subList(0, Math.min(ENTRIES_ASKED, locked.size())));
        Verdict last =
                first != Verdict.WRONG || locked.size() <= ENTRIES_ASKED
                        ? first
                        : verdictOn(spread(locked.subList(ENTRIES_ASKED, locked.size())));
        if (last == Verdict.WRONG) {
            requireOneSound(locked);
        }
        return last;
    }

    /** If no entry has sound headers, nothing is known about the password. */
    private void requireOneSound(List<ArchiveEntry> locked) throws IOException {
        Optional<DamagedArchive> damaged = Optional.empty();
        for (ArchiveEntry entry : locked) {
            try {
                contents.requireSound(entry);
                return;
            } catch (DamagedArchive e) {
                damaged = Optional.of(e);
            }
        }
        if (damaged.isPresent()) {
            throw damaged.get();
        }
    }

    /**
     * Those that the password can be held against; of those on discs that are there, if any are.
     */
    private List<ArchiveEntry> decidable() throws UnsupportedFeature {
        List<ArchiveEntry> decidable = new ArrayList<>();
        List<ArchiveEntry> away = new ArrayList<>();
        Optional<UnsupportedFeature> unknown = Optional.empty();
        for (ArchiveEntry entry : contents.listing().entries()) {
            if (!entry.protection().needsPassword()) {
                continue;
            }
            if (!contents.reader().isThere(entry)) {
                away.add(entry);
                continue;
            }
            Optional<String> feature =
                    EntryStreams.unknownEncryption(contents.reader().record(entry));
            if (feature.isEmpty()) {
                decidable.add(entry);
            } else {
                unknown = feature.map(name -> new UnsupportedFeature(name, entry.path()));
            }
        }
        if (decidable.isEmpty() && unknown.isPresent()) {
            throw unknown.get();
        }
        return decidable.isEmpty() ? away : decidable; // those say which disc is missing
    }

    /** Evenly, so that parts with a password of their own are met. */
    private static List<ArchiveEntry> spread(List<ArchiveEntry> entries) {
        List<ArchiveEntry> asked = new ArrayList<>();
        double step = Math.max(1, (double) entries.size() / ENTRIES_ASKED_AT_MOST);
        for (double at = 0; at < entries.size(); at += step) {
            asked.add(entries.get((int) at));
        }
        return asked;
    }

    private Verdict verdictOn(List<ArchiveEntry> asked) throws IOException {
        List<Boolean> fits = contents.fit(asked);
        int bits = 0;
        boolean tooLargeToTell = false;
        for (int i = 0; i < asked.size(); i++) {
            if (!fits.get(i)) {
                continue;
            }
            bits += checkBits(asked.get(i));
            if (bits >= ENOUGH_BITS || (isSmall(asked.get(i)) && authenticates(asked.get(i)))) {
                return Verdict.RIGHT;
            }
            tooLargeToTell |= !isSmall(asked.get(i)) && checkBits(asked.get(i)) == 16;
        }
        return tooLargeToTell ? Verdict.LIKELY : Verdict.WRONG;
    }

    /** Where much may be damaged, one entry that fits has to be enough. */
    Verdict verdictAmongDamage() throws IOException {
        List<ArchiveEntry> asked =
                contents.listing().entries().stream()
                        .filter(entry -> entry.protection().needsPassword())
                        .limit(ENTRIES_ASKED_AMONG_DAMAGE)
                        .toList();
        if (asked.isEmpty()) {
            return Verdict.RIGHT;
        }
        return contents.fit(asked).contains(true) ? Verdict.LIKELY : Verdict.WRONG;
    }

    /** Nothing else in the archive can vouch for the password. */
    private Verdict verdictOn(ArchiveEntry only) throws IOException {
        contents.requireSound(only); // damage says nothing about the password
        if (!contents.fit(List.of(only)).get(0)) {
            return Verdict.WRONG;
        }
        if (!isSmall(only)) {
            return Verdict.LIKELY;
        }
        try (InputStream in = contents.open(only)) {
            Drained.toTheEnd(in);
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

    private boolean authenticates(ArchiveEntry entry) throws IOException {
        try (InputStream in = contents.open(entry)) {
            Drained.toTheEnd(in);
            return true;
        } catch (DamagedArchive e) {
            return false;
        } catch (LacunaException e) {
            return true; // a method that is not read here: nothing speaks against the password
        }
    }
}
