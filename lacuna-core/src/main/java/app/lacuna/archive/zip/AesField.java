package app.lacuna.archive.zip;

import app.lacuna.crypto.AesStrength;
import java.util.Optional;

/** The real method and the strength, which AES entries keep in an extra field. */
record AesField(int method, Optional<AesStrength> strength, int version) {
    static AesField of(int headerMethod, ExtraFields extras) {
        if (headerMethod != ZipConstants.METHOD_AES) {
            return new AesField(headerMethod, Optional.empty(), 0);
        }
        return extras.aes()
                .filter(field -> field.get(2) == 'A' && field.get(3) == 'E')
                .filter(field -> field.getShort(0) == 1 || field.getShort(0) == 2)
                .filter(field -> field.get(4) >= 1 && field.get(4) <= 3)
                .map(
                        field ->
                                new AesField(
                                        field.getShort(5) & 0xffff,
                                        Optional.of(AesStrength.values()[field.get(4) - 1]),
                                        field.getShort(0)))
                .orElse(new AesField(headerMethod, Optional.empty(), 0));
    }
}
