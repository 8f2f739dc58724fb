package app.lacuna.cli;

import app.lacuna.selection.PathGlob;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** A pattern for paths inside an archive. */
final class GlobConverter implements ITypeConverter<PathGlob> {
    @Override
    public PathGlob convert(String value) {
        try {
            return new PathGlob(value);
        } catch (IllegalArgumentException e) {
            throw new TypeConversionException(Words.text("extract.glob"));
        }
    }
}
