package app.lacuna.crypto;

/**
 * Traditional ZIP encryption (APPNOTE.TXT, section 6.1), for archives of others and for whoever
 * chooses it knowingly: a stream cipher of three 32-bit keys that falls to a known-plaintext attack
 * (Biham and Kocher, Fast Software Encryption 1994), whatever the password. One direction and one
 * thread at a time.
 */
public final class TraditionalCipher implements AutoCloseable {
    /** 6.1.3: random bytes before the data, the last of which tells most wrong passwords. */
    public static final int HEADER_BYTES = 12;

    private static final int[] CRC_TABLE = crcTable();

    private int key0;
    private int key1;
    private int key2;

    /** 6.1.5. */
    private TraditionalCipher(int key0, int key1, int key2) {
        this.key0 = key0;
        this.key1 = key1;
        this.key2 = key2;
    }

    public static TraditionalCipher of(byte[] password) {
        TraditionalCipher cipher = new TraditionalCipher(0x12345678, 0x23456789, 0x34567890);
        for (byte next : password) {
            cipher.updateKeys(next & 0xff);
        }
        return cipher;
    }

    /** The same state, to be used on another entry. */
    public TraditionalCipher copy() {
        return new TraditionalCipher(key0, key1, key2);
    }

    /** In place. */
    public void encrypt(byte[] bytes, int offset, int length) {
        for (int i = offset; i < offset + length; i++) {
            int plain = bytes[i] & 0xff;
            bytes[i] = (byte) (plain ^ keystreamByte());
            updateKeys(plain);
        }
    }

    /** In place. */
    public void decrypt(byte[] bytes, int offset, int length) {
        for (int i = offset; i < offset + length; i++) {
            int plain = (bytes[i] ^ keystreamByte()) & 0xff;
            bytes[i] = (byte) plain;
            updateKeys(plain);
        }
    }

    private int keystreamByte() {
        int temp = key2 & 0xffff | 2;
        return temp * (temp ^ 1) >>> 8 & 0xff;
    }

    private void updateKeys(int plain) {
        key0 = crc(key0, plain);
        key1 = (key1 + (key0 & 0xff)) * 134775813 + 1;
        key2 = crc(key2, key1 >>> 24);
    }

    private static int crc(int crc, int next) {
        return crc >>> 8 ^ CRC_TABLE[(crc ^ next) & 0xff];
    }

    private static int[] crcTable() {
        int[] table = new int[256];
        for (int i = 0; i < table.length; i++) {
            int value = i;
            for (int bit = 0; bit < 8; bit++) {
                value = (value & 1) == 0 ? value >>> 1 : value >>> 1 ^ 0xEDB88320;
            }
            table[i] = value;
        }
        return table;
    }

    @Override
    public void close() {
        key0 = 0;
        key1 = 0;
        key2 = 0;
    }
}
