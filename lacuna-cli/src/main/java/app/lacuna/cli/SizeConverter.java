package app.lacuna.cli;

import app.lacuna.common.ByteCount;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** A size in bytes, or with a unit: 25000000, 25MB, 24MiB. */
final class SizeConverter implements ITypeConverter<ByteCount> {
    @Override
    public ByteCount convert(String value) {
        try {
            return ByteCount.parse(value);
        } catch (NumberFormatException e) {
            throw new TypeConversionException(Words.text("size.units"));
        }
    }
}
