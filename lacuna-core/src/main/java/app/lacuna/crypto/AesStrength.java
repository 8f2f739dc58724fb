package app.lacuna.crypto;

/** The length of the AES key. */
public enum AesStrength {
    AES_128(16),
    AES_192(24),
    AES_256(32);

    private final int keyBytes;

    AesStrength(int keyBytes) {
        this.keyBytes = keyBytes;
    }

    public int keyBytes() {
        return keyBytes;
    }

    public int keyBits() {
        return keyBytes * 8;
    }

    /** As in "AES encryption, AE-1 and AE-2": half the key's length. */
    public int saltBytes() {
        return keyBytes / 2;
    }
}
