package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.nio.file.attribute.UserPrincipalLookupService;
import java.nio.file.attribute.UserPrincipalNotFoundException;
import java.util.Map;
import java.util.Set;

/**
 * Gives back what only some formats keep: attributes of the user, and owners if they are wanted.
 * Owners go before permissions, which a change of owner would take away.
 */
final class DetailsRestorer {
    private final OpenedArchive archive;
    private final boolean owners;
    private final boolean inPlace;

    DetailsRestorer(OpenedArchive archive, ExtractOptions.Meaning meaning) {
        this.archive = archive;
        this.owners = meaning.givesOwners();
        this.inPlace = meaning == ExtractOptions.Meaning.PUT_BACK;
    }

    /** False if some of it could not be given. */
    boolean restore(ArchiveEntry entry, Path place) throws IOException {
        FileDetails details = archive.details(entry);
        if (inPlace && entry.kind() == ItemKind.FOLDER) {
            deleteOthers(details.attributes().keySet(), place);
        }
        boolean all = attributes(details.attributes(), place);
        boolean wanted = owners && details.owner().isPresent();
        boolean owned = !wanted || owner(details, place);
        all &= owned;
        if (entry.kind() == ItemKind.LINK) {
            return FileAttributesRestorer.restoreTime(entry, place) && all;
        }
        all &= FileAttributesRestorer.restore(entry, place);
        if (wanted && owned) {
            all &= rights(details, place);
        }
        return all;
    }

    /** Attributes that an existing folder got since. */
    private static void deleteOthers(Set<String> kept, Path folder) {
        UserDefinedFileAttributeView view =
                Files.getFileAttributeView(
                        folder, UserDefinedFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
        if (view == null) {
            return;
        }
        try {
            for (String name : view.list()) {
                if (!kept.contains(name)) {
                    view.delete(name);
                }
            }
        } catch (IOException | RuntimeException e) {
            return; // the file system has none
        }
    }

    private static boolean attributes(Map<String, byte[]> attributes, Path place) {
        if (attributes.isEmpty()) {
            return true;
        }
        UserDefinedFileAttributeView view =
                Files.getFileAttributeView(
                        place, UserDefinedFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
        if (view == null) {
            return false;
        }
        boolean all = true;
        for (Map.Entry<String, byte[]> each : attributes.entrySet()) {
            try {
                view.write(each.getKey(), ByteBuffer.wrap(each.getValue()));
            } catch (IOException | RuntimeException e) {
                all = false;
            }
        }
        return all;
    }

    /** By name, which means the same person on another computer too; or by number. */
    private static boolean owner(FileDetails details, Path place) {
        try {
            PosixFileAttributeView view =
                    Files.getFileAttributeView(
                            place, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            if (view == null) {
                return false;
            }
            UserPrincipalLookupService known =
                    place.getFileSystem().getUserPrincipalLookupService();
            try {
                view.setGroup(known.lookupPrincipalByGroupName(details.groupName()));
            } catch (UserPrincipalNotFoundException e) {
                number(place, "unix:gid", details.group().orElseThrow());
            }
            try {
                view.setOwner(known.lookupPrincipalByName(details.ownerName()));
            } catch (UserPrincipalNotFoundException e) {
                number(place, "unix:uid", details.owner().orElseThrow());
            }
            return true;
        } catch (IOException | RuntimeException e) {
            return false;
        }
    }

    private static void number(Path place, String what, long number) throws IOException {
        Files.setAttribute(place, what, (int) number, LinkOption.NOFOLLOW_LINKS);
    }

    /** Those of set user and set group too, since the owner is the one who had them. */
    private static boolean rights(FileDetails details, Path place) {
        int raised = details.mode() & 06000;
        if (details.mode() == FileItem.NO_PERMISSIONS || raised == 0) {
            return true;
        }
        try {
            int mode = (Integer) Files.getAttribute(place, "unix:mode", LinkOption.NOFOLLOW_LINKS);
            Files.setAttribute(place, "unix:mode", mode | raised, LinkOption.NOFOLLOW_LINKS);
            return true;
        } catch (IOException | RuntimeException e) {
            return false;
        }
    }
}
