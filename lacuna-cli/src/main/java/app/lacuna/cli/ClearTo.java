package app.lacuna.cli;

import app.lacuna.looseends.Disposal;
import app.lacuna.trash.Trashes;
import picocli.CommandLine;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** Where readable files go. */
enum ClearTo {
    TRASH,
    DELETE;

    Disposal disposal() {
        return this == DELETE
                ? Disposal.delete()
                : Disposal.to(Trashes.ofThisSystem().orElseThrow());
    }

    /** Some systems' trash can only be filled by a window. */
    void requirePossible(CommandLine line) {
        if (this == TRASH && Trashes.ofThisSystem().isEmpty()) {
            throw new CommandLine.ParameterException(line, Words.text("clear.no-trash"));
        }
    }

    static final class Converter implements ITypeConverter<ClearTo> {
        @Override
        public ClearTo convert(String value) {
            return switch (value) {
                case "trash" -> TRASH;
                case "delete" -> DELETE;
                default -> throw new TypeConversionException(Words.text("clear.rules"));
            };
        }
    }
}
