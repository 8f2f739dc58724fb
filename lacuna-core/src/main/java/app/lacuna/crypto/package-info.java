/**
 * Key derivation, keystreams and authentication codes. Knows bytes, never archives. The entry types
 * are {@link app.lacuna.crypto.KeyDerivation} and {@link app.lacuna.crypto.EncryptedStream}.
 */
package app.lacuna.crypto;
