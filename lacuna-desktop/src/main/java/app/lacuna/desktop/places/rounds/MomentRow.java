package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.words.PathNames;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.Standing;
import app.lacuna.job.PutBackJob;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * One line of a moment against what is there now.
 *
 * @param path in the archive
 * @param shown how it is called on the page
 */
record MomentRow(String path, String shown, ItemKind kind, long size, Against against) {
    /** How it stands, in the order in which it is shown. */
    enum Against {
        CHANGED,
        GONE,
        /** Its place cannot be inspected. */
        UNREADABLE,
        /** It was not there then. */
        NEW,
        SAME
    }

    boolean isFolder() {
        return kind == ItemKind.FOLDER;
    }

    /** What differs first; folders only where there is something to say of them. */
    static List<MomentRow> of(PutBackJob.Plan plan, Set<String> rootNames) {
        Set<String> filled = new HashSet<>();
        plan.standing().files().forEach(each -> filled.add(above(each.line().path())));
        List<MomentRow> rows = new ArrayList<>();
        for (Standing.Compared each : plan.standing().files()) {
            ManifestLine line = each.line();
            boolean plainFolder =
                    line.kind() == ItemKind.FOLDER
                            && each.state() == Standing.State.SAME
                            && filled.contains(line.path());
            if (!plainFolder) {
                rows.add(
                        new MomentRow(
                                line.path(),
                                shown(line.path(), rootNames),
                                line.kind(),
                                line.size(),
                                Against.valueOf(each.state().name())));
            }
        }
        for (FileItem item : plan.standing().added()) {
            rows.add(
                    new MomentRow(
                            item.path(),
                            shown(item.path(), rootNames),
                            item.kind(),
                            item.size(),
                            Against.NEW));
        }
        rows.sort(Comparator.comparing(MomentRow::against)); // stable: else as they are stored
        return rows;
    }

    private static String above(String path) {
        return path.substring(0, Math.max(0, path.lastIndexOf('/')));
    }

    /** Below what was chosen, if that is one folder. */
    private static String shown(String path, Set<String> rootNames) {
        int slash = path.indexOf('/');
        boolean one = rootNames.size() == 1 && slash > 0;
        return PathNames.printable((one ? path.substring(slash + 1) : path).replace("/", " / "));
    }
}
