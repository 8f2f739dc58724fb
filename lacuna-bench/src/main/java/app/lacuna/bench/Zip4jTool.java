package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.Set;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.FileHeader;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.AesKeyStrength;
import net.lingala.zip4j.model.enums.CompressionLevel;
import net.lingala.zip4j.model.enums.CompressionMethod;
import net.lingala.zip4j.model.enums.EncryptionMethod;

/** The library zip4j, at the same level of deflate. */
final class Zip4jTool implements Tool {
    @Override
    public String name() {
        return "zip4j";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(
                Job.PACK_AES, Job.PACK_AES_STORED, Job.PACK_OPEN, Job.EXTRACT_AES, Job.CHANGE);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        char[] password = LacunaTool.PASSWORD.toCharArray();
        if (job == Job.EXTRACT_AES) {
            try (ZipFile zip = new ZipFile(archive.toFile(), password)) {
                zip.extractAll(target.toString());
            }
            return;
        }
        if (job == Job.CHANGE) {
            change(archive, target, password);
            return;
        }
        Files.deleteIfExists(archive);
        ZipParameters parameters = new ZipParameters();
        parameters.setCompressionMethod(
                job == Job.PACK_AES_STORED ? CompressionMethod.STORE : CompressionMethod.DEFLATE);
        parameters.setCompressionLevel(CompressionLevel.NORMAL); // zlib's 5, as "balanced"
        if (job != Job.PACK_OPEN) {
            protect(parameters);
        }
        try (ZipFile zip = new ZipFile(archive.toFile(), password)) {
            zip.addFolder(folder.toFile(), parameters);
        }
    }

    private static void protect(ZipParameters parameters) {
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(EncryptionMethod.AES);
        parameters.setAesKeyStrength(AesKeyStrength.KEY_STRENGTH_256);
    }

    private static void change(Path archive, Path added, char[] password) throws IOException {
        ZipParameters parameters = new ZipParameters();
        protect(parameters);
        try (ZipFile zip = new ZipFile(archive.toFile(), password)) {
            for (FileHeader header : zip.getFileHeaders()) {
                if (!header.isDirectory()) {
                    zip.removeFile(header);
                    break;
                }
            }
            zip.addFile(added.toFile(), parameters);
        }
    }
}
