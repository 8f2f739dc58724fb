package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.common.Secret;
import java.io.IOException;

/** A finished ZIP archive, with visible or hidden names. */
public interface ZipArchiveReader extends ArchiveReader {
    @Override
    OpenedZip open() throws IOException;

    @Override
    OpenedZip open(Secret password) throws IOException;

    /** Whether its bytes come from the device, and not from what the system keeps in memory. */
    boolean isPastCache();

    /** How many bytes stand behind the end of the archive that do not belong to it. */
    long bytesBehind();
}
