package app.lacuna.job;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What an archive was packed from, as far as that is known here and still there. */
public final class KnownOriginals {
    private KnownOriginals() {}

    public static List<ReadableFile> of(Path archive, CancelToken cancel) {
        List<ReadableFile> originals = new ArrayList<>();
        for (Seen seen : LooseEnds.of(archive, new LooseEnds(Optional.empty()).look(cancel))) {
            if (seen.end().kind() == LooseEnd.Kind.ORIGINAL) {
                seen.files().stream()
                        .filter(
                                file ->
                                        file.state() == Seen.State.THERE
                                                || file.state() == Seen.State.CHANGED)
                        .forEach(file -> originals.add(file.file()));
            }
        }
        return originals;
    }
}
