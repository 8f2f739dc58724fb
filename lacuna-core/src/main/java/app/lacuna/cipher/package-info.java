/**
 * Key derivation, keystreams and authentication codes. Knows bytes, never archives. The entry types
 * are {@link app.lacuna.cipher.KeyDerivation} and {@link app.lacuna.cipher.EncryptedStream}.
 */
package app.lacuna.cipher;
