package app.lacuna.cli;

import app.lacuna.opener.OpenerKind;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** beside or inside. */
final class OpenerKindConverter implements ITypeConverter<OpenerKind> {
    @Override
    public OpenerKind convert(String value) {
        return switch (value) {
            case "beside" -> OpenerKind.BESIDE;
            case "inside" -> OpenerKind.INSIDE;
            default -> throw new TypeConversionException(Words.text("opener.kinds"));
        };
    }
}
