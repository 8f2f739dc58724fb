package app.lacuna.extract;

import app.lacuna.files.CaseFolding;
import app.lacuna.selection.ItemKind;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;

/**
 * The places that entries under way will take. Two paths that differ only in case or in the form of
 * their characters are one file on some systems, so they count as the same here.
 */
final class Claims {
    private final Set<String> taken = new HashSet<>();

    /** Whether something is in its place or is on its way there. */
    boolean mayCollide(Path folder, EntryPath path, ItemKind kind) {
        if (path.refusal().isPresent()) {
            return false;
        }
        Path place = folder;
        for (String part : path.parts()) {
            place = place.resolve(part);
        }
        return taken.contains(CaseFolding.of(place))
                || (kind != ItemKind.FOLDER && Files.exists(place, LinkOption.NOFOLLOW_LINKS));
    }

    void add(EntryFiles.Plan plan) {
        if (plan.isToBeWritten()) {
            taken.add(CaseFolding.of(plan.target()));
        }
    }
}
