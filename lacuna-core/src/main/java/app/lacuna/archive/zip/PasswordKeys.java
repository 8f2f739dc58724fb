package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.Secret;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.TraditionalCipher;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What is kept of a password while an archive is unlocked: never the password itself, but states
 * that it was mixed into, and keys that were derived ahead. Closing wipes everything. Safe to use
 * from several threads.
 */
final class PasswordKeys implements AutoCloseable {
    private final KeyDerivation derivation;
    private final TraditionalCipher traditional;
    private final Map<Integer, EntryKeys> ahead = new ConcurrentHashMap<>();

    PasswordKeys(Secret password) {
        derivation = password.withUtf8(KeyDerivation::new);
        traditional = password.withUtf8(TraditionalCipher::of);
    }

    /** The caller closes the keys. */
    EntryKeys keys(EncryptedStart.Aes start) {
        return EntryKeys.derive(derivation, start.strength(), start.salt());
    }

    /** Those of each password, in their order. The caller closes the keys. */
    static List<EntryKeys> keys(List<PasswordKeys> passwords, EncryptedStart.Aes start) {
        return EntryKeys.deriveEach(
                passwords.stream()
                        .map(own -> new KeyDerivation.Wanted(own.derivation, start.salt()))
                        .toList(),
                start.strength());
    }

    /** The same, from what was derived ahead if it was. The caller closes the keys. */
    EntryKeys keys(int entry, EncryptedStart.Aes start) {
        return Optional.ofNullable(ahead.remove(entry)).orElseGet(() -> keys(start));
    }

    /** A hint that the keys of these entries will be derived before long. */
    static void expect(List<ArchiveEntry> coming) {
        for (AesStrength strength : AesStrength.values()) {
            long keys =
                    coming.stream()
                            .filter(
                                    entry ->
                                            entry.protection()
                                                    .strength()
                                                    .equals(Optional.of(strength)))
                            .count();
            EntryKeys.expect(keys, strength);
        }
    }

    /** Derives the keys of several entries of one strength together. */
    void deriveAhead(List<Integer> entries, List<EncryptedStart.Aes> starts) {
        List<EntryKeys> keys =
                EntryKeys.deriveAll(
                        derivation,
                        starts.get(0).strength(),
                        starts.stream().map(EncryptedStart.Aes::salt).toList());
        for (int i = 0; i < keys.size(); i++) {
            EntryKeys old = ahead.put(entries.get(i), keys.get(i));
            if (old != null) {
                old.close();
            }
        }
    }

    TraditionalCipher traditional() {
        return traditional.copy();
    }

    @Override
    public void close() {
        derivation.close();
        traditional.close();
        ahead.values().forEach(EntryKeys::close);
        ahead.clear();
    }
}
