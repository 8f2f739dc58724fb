package app.lacuna.clearing;

import app.lacuna.files.Links;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.Optional;

/**
 * A file, link or folder as it was when it became known as readable.
 *
 * @param path where it was then; never a link's target
 * @param entry its path inside the archive, empty if it has none
 * @param size bytes of a file, else 0
 * @param key what the file system knows it by, if it has that
 * @param sha256 of its contents, if that was worked out
 * @param inTrash where it is if it was thrown away
 */
public record ReadableFile(
        Path path,
        String entry,
        Sort sort,
        long size,
        Instant modified,
        Optional<String> key,
        Optional<String> sha256,
        Optional<InTrash> inTrash) {
    /** What it is. */
    public enum Sort {
        FILE,
        LINK,
        FOLDER,
        /** A folder with everything in it: of its contents no list was made. */
        TREE,
        /** A pipe, a socket, a device: it has taken the place of something else. */
        SPECIAL
    }

    /** As it is now; a folder without what is in it. */
    public static ReadableFile now(Path path, String entry) throws IOException {
        BasicFileAttributes attributes =
                Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        Sort sort = sort(attributes);
        return new ReadableFile(
                path,
                entry,
                sort,
                sort == Sort.FILE ? attributes.size() : 0,
                attributes.lastModifiedTime().toInstant(),
                key(attributes),
                Optional.empty(),
                Optional.empty());
    }

    private static Sort sort(BasicFileAttributes attributes) {
        if (Links.leadElsewhere(attributes)) {
            return Sort.LINK;
        }
        if (attributes.isDirectory()) {
            return Sort.FOLDER;
        }
        return attributes.isRegularFile() ? Sort.FILE : Sort.SPECIAL;
    }

    static Optional<String> key(BasicFileAttributes attributes) {
        return Optional.ofNullable(attributes.fileKey()).map(Object::toString);
    }

    /** Whether it looks like this: size and time; a folder only has to be one. */
    public boolean looksLike(ReadableFile now) {
        boolean folders = sort == Sort.FOLDER || sort == Sort.TREE;
        return folders
                ? now.sort == Sort.FOLDER
                : now.sort == sort && now.size == size && now.modified.equals(modified);
    }

    /** Its bytes count as readable: folders and links have none of their own. */
    public boolean isFile() {
        return sort == Sort.FILE;
    }

    public ReadableFile withSha256(Optional<String> digest) {
        return new ReadableFile(path, entry, sort, size, modified, key, digest, inTrash);
    }

    public ReadableFile withInTrash(Optional<InTrash> place) {
        return new ReadableFile(path, entry, sort, size, modified, key, sha256, place);
    }

    /** The same contents under another name. */
    public ReadableFile at(Path other) {
        return new ReadableFile(other, entry, sort, size, modified, key, sha256, inTrash);
    }

    ReadableFile as(Sort other) {
        return new ReadableFile(path, entry, other, size, modified, key, sha256, inTrash);
    }
}
