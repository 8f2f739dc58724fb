package app.lacuna.extract;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * Says of what is going to be packed what will not come out as it is, and where: by the very rules
 * that extracting goes by.
 */
public final class Outlook {
    /** Something that will come out otherwise, or not. */
    public record Concern(FileItem item, Trouble trouble) {}

    /** What will happen to it. */
    public enum Trouble {
        /** Here and elsewhere it gets another name: its own could lead to another place. */
        RENAMED_EVERYWHERE,
        /** On Windows it gets another name: its own is not possible there. */
        RENAMED_ON_WINDOWS,
        /** A link that leads out of what is packed: it is never made. */
        LINK_NOT_MADE,
        /** It lies deeper than anything can be restored. */
        TOO_DEEP
    }

    private Outlook() {}

    /** In the order of the items; nothing for those that come out as they are. */
    public static List<Concern> of(FileSelection selection) {
        List<Concern> concerns = new ArrayList<>();
        for (FileItem item : selection.items()) {
            EntryPath here = EntryPath.of(item.path(), NamingRules.UNIX);
            if (here.refusal().isPresent()) {
                concerns.add(new Concern(item, Trouble.TOO_DEEP));
            } else if (item.kind() == ItemKind.LINK && leadsOut(item)) {
                concerns.add(new Concern(item, Trouble.LINK_NOT_MADE));
            } else if (isNamedOddly(item, NamingRules.UNIX)) {
                concerns.add(new Concern(item, Trouble.RENAMED_EVERYWHERE));
            } else if (isNamedOddly(item, NamingRules.WINDOWS)) {
                concerns.add(new Concern(item, Trouble.RENAMED_ON_WINDOWS));
            }
        }
        return concerns;
    }

    /** Only its own name: that of a folder is said of the folder. */
    private static boolean isNamedOddly(FileItem item, NamingRules rules) {
        String name = item.path().substring(item.path().lastIndexOf('/') + 1);
        return EntryPath.of(name, rules).mapped();
    }

    private static boolean leadsOut(FileItem item) {
        try (InputStream in = ItemContents.open(item)) {
            return !LinkTarget.staysInside(item.path(), in.readAllBytes());
        } catch (IOException e) {
            return false; // packing will say that it can not be read
        }
    }
}
