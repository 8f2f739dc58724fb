package app.lacuna.cli;

import app.lacuna.archive.Form;
import app.lacuna.archive.PackOptions;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** Which format an archive is in, as options. */
final class BackupOptions {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Option(
            names = "--form",
            paramLabel = "${bundle:param.FORM}",
            descriptionKey = "form.form",
            converter = FormConverter.class)
    private Form form = Form.ZIP;

    @Option(names = "--for-older-tools", descriptionKey = "form.for-older-tools")
    private boolean forOlderTools;

    /**
     * @param zip what else was asked for
     * @throws ParameterException if two of them do not go together
     */
    PackOptions options(FormOptions zip) {
        if (form == Form.ZIP) {
            if (forOlderTools) {
                throw wrong("pack.older-tools-need-backup");
            }
            return zip.options();
        }
        if (!zip.suitsBackup()) {
            throw wrong("pack.backup-is-locked");
        }
        return PackOptions.backup(
                forOlderTools ? Form.BACKUP_FOR_OLDER_TOOLS : Form.BACKUP,
                zip.backupMethod(),
                zip.level());
    }

    boolean isBackup() {
        return form.isBackup();
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key));
    }

    private static final class FormConverter implements ITypeConverter<Form> {
        @Override
        public Form convert(String value) {
            return switch (value) {
                case "zip" -> Form.ZIP;
                case "tar-openpgp" -> Form.BACKUP;
                default -> throw new TypeConversionException(Words.text("form.names"));
            };
        }
    }
}
