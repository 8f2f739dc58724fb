package app.lacuna.cli;

import app.lacuna.archive.Protection;
import java.util.Map;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** The names of the ciphers on the command line. */
final class CipherConverter implements ITypeConverter<Protection> {
    private static final Map<String, Protection> NAMES =
            Map.of(
                    "traditional", Protection.TRADITIONAL,
                    "aes-128", Protection.AES_128,
                    "aes-192", Protection.AES_192,
                    "aes-256", Protection.AES_256);

    @Override
    public Protection convert(String value) {
        Protection protection = NAMES.get(value);
        if (protection == null) {
            throw new TypeConversionException(Words.text("cipher.names"));
        }
        return protection;
    }
}
