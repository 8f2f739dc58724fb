package app.lacuna.cli;

import app.lacuna.looseends.LooseEnds;
import java.nio.file.Path;
import java.util.List;

/** Reports records of readable files that cannot be read. */
final class DamagedRecords {
    private DamagedRecords() {}

    /** Whether there are any. */
    static boolean say(Terminal terminal) {
        List<Path> damaged = LooseEnds.damagedRecords();
        for (Path record : damaged) {
            terminal.say(Words.text("loose.damaged", PrintableName.of(record.toString())));
        }
        return !damaged.isEmpty();
    }
}
