package app.lacuna.cli;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** How an archive is written, as options: for packing, and for asking beforehand what it shows. */
final class FormOptions {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Option(
            names = "--cipher",
            paramLabel = "${bundle:param.CIPHER}",
            descriptionKey = "form.cipher",
            converter = CipherConverter.class)
    private Protection cipher = Protection.AES_256;

    @Option(names = "--no-password", descriptionKey = "form.no-password")
    private boolean noPassword;

    @Option(names = "--hide-names", descriptionKey = "form.hide-names")
    private boolean hideNames;

    @Option(
            names = "--method",
            paramLabel = "${bundle:param.METHOD}",
            descriptionKey = "form.method",
            converter = MethodConverter.class)
    private Optional<Method> method = Optional.empty();

    @Option(names = "--level", paramLabel = "${bundle:param.LEVEL}", descriptionKey = "form.level")
    private Level level = Level.BALANCED;

    @Option(names = "--hint", paramLabel = "${bundle:param.TEXT}", descriptionKey = "form.hint")
    private String hint = "";

    boolean needsPassword() {
        return !noPassword;
    }

    String hint() {
        return hint;
    }

    Level level() {
        return level;
    }

    /** A backup is locked by AES-256 as a whole, and shows nothing. */
    boolean suitsBackup() {
        return !noPassword && cipher == Protection.AES_256 && hint.isEmpty();
    }

    /**
     * @throws ParameterException if it is none that is written around TAR
     */
    Method backupMethod() {
        Method chosen = method.orElse(Method.ZSTD);
        if (!chosen.isWrittenAroundTar()) {
            throw wrong("pack.method-not-around-tar");
        }
        return chosen;
    }

    /**
     * @throws ParameterException if two of them do not go together
     */
    PackOptions options() {
        if (hideNames && noPassword) {
            throw wrong("pack.hide-needs-password");
        }
        if (hideNames && !cipher.canHideNames()) {
            throw wrong("pack.hide-needs-aes");
        }
        if (!PackOptions.isUsableNote(hint)) {
            throw wrong("pack.hint-unusable");
        }
        Method zipMethod = method.orElse(Method.DEFLATE);
        if (!zipMethod.isWritten()) {
            throw wrong("pack.method-not-in-zip");
        }
        return new PackOptions(
                noPassword ? Protection.NONE : cipher,
                hideNames ? Names.HIDDEN : Names.VISIBLE,
                zipMethod,
                level,
                hint);
    }

    /**
     * What the user should know before it is done.
     *
     * @param hintIsReadable the text on who can read the hint
     */
    static void sayBefore(Terminal terminal, PackOptions options, String hintIsReadable) {
        if (options.protection() == Protection.TRADITIONAL) {
            terminal.say(Words.text("pack.traditional"));
        }
        if (!options.note().isEmpty()) {
            terminal.say(Words.text(hintIsReadable));
        }
    }

    /** Asked for if there is to be one. The caller closes it. */
    Optional<Secret> password(Terminal terminal, PasswordSource passwords, Path output)
            throws IOException {
        return needsPassword()
                ? Optional.of(passwords.forPacking(terminal, output))
                : Optional.empty();
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key));
    }

    private static final class MethodConverter implements ITypeConverter<Method> {
        @Override
        public Method convert(String value) {
            return switch (value) {
                case "stored", "none" -> Method.STORED;
                case "deflate" -> Method.DEFLATE;
                case "zstd" -> Method.ZSTD;
                case "xz" -> Method.XZ;
                case "bzip2" -> Method.BZIP2;
                default -> throw new TypeConversionException(Words.text("method.names"));
            };
        }
    }
}
