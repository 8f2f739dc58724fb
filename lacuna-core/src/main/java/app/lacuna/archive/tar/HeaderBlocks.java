package app.lacuna.archive.tar;

import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;

/** Makes the headers of entries: a plain one, and before it what has no room in it. */
final class HeaderBlocks {
    private static final int USUAL_FILE = 0644;
    private static final int USUAL_FOLDER = 0755;

    private HeaderBlocks() {}

    /**
     * @param item as it was read
     * @param stored bytes that follow
     * @param link what it points to, or the entry that it is another name of
     * @param sparse if what follows has no holes any more
     */
    static byte[] of(
            FileItem item,
            FileDetails details,
            long stored,
            Optional<String> link,
            boolean hardLink,
            Optional<SparseMap> sparse) {
        PaxRecords pax = new PaxRecords();
        String path = item.kind() == ItemKind.FOLDER ? item.path() + "/" : item.path();
        String name = path;
        if (sparse.isPresent()) {
            pax.put("GNU.sparse.major", "1");
            pax.put("GNU.sparse.minor", "0");
            pax.put("GNU.sparse.name", path);
            pax.put("GNU.sparse.realsize", Long.toString(sparse.get().size()));
            name = "GNUSparseFile.0/" + item.path().substring(item.path().lastIndexOf('/') + 1);
        }
        if (!fits(name, TarHeader.NAME_BYTES)) {
            if (sparse.isEmpty()) {
                pax.put("path", path);
            }
            name = shortened(name, TarHeader.NAME_BYTES);
        }
        String linkName = link.orElse("");
        if (!fits(linkName, TarHeader.NAME_BYTES)) {
            pax.put("linkpath", linkName);
            linkName = shortened(linkName, TarHeader.NAME_BYTES);
        }
        long seconds = item.modified().getEpochSecond();
        boolean plainTime =
                item.modified().getNano() == 0 && seconds >= 0 && seconds <= TarHeader.LARGEST_SIZE;
        if (!plainTime) {
            pax.put("mtime", TarTime.format(item.modified()));
        }
        if (stored > TarHeader.LARGEST_SIZE) {
            pax.put("size", Long.toString(stored));
        }
        long owner = details.owner().orElse(0);
        long group = details.group().orElse(0);
        if (owner > TarHeader.LARGEST_ID) {
            pax.put("uid", Long.toString(owner));
        }
        if (group > TarHeader.LARGEST_ID) {
            pax.put("gid", Long.toString(group));
        }
        String ownerName = name(pax, "uname", details.ownerName());
        String groupName = name(pax, "gname", details.groupName());
        attributes(pax, details.attributes());
        TarHeader header =
                new TarHeader(
                        name,
                        mode(item, details),
                        owner,
                        group,
                        stored,
                        seconds,
                        type(item.kind(), hardLink),
                        linkName,
                        ownerName,
                        groupName);
        return pax.isEmpty() ? header.bytes() : with(pax, header);
    }

    private static int mode(FileItem item, FileDetails details) {
        if (details.mode() != FileItem.NO_PERMISSIONS) {
            return details.mode();
        }
        if (item.permissions() != FileItem.NO_PERMISSIONS) {
            return item.permissions();
        }
        return item.kind() == ItemKind.FOLDER ? USUAL_FOLDER : USUAL_FILE;
    }

    private static char type(ItemKind kind, boolean hardLink) {
        return switch (kind) {
            case FOLDER -> TarHeader.FOLDER;
            case LINK -> TarHeader.LINK;
            case FILE -> hardLink ? TarHeader.HARD_LINK : TarHeader.FILE;
        };
    }

    private static String name(PaxRecords pax, String keyword, String name) {
        if (fits(name, TarHeader.OWNER_NAME_BYTES)) {
            return name;
        }
        pax.put(keyword, name);
        return "";
    }

    /** Text as it is, which most tools read; anything else in base 64, which some do. */
    private static void attributes(PaxRecords pax, Map<String, byte[]> attributes) {
        attributes.forEach(
                (name, value) -> {
                    if (name.indexOf('=') < 0 && value.length > 0 && isText(value)) {
                        pax.put("SCHILY.xattr.user." + name, value);
                    } else if (name.indexOf('=') < 0) {
                        pax.put(
                                "LIBARCHIVE.xattr.user." + name,
                                value.length == 0
                                        ? " ".getBytes(StandardCharsets.US_ASCII)
                                        : Base64.getEncoder().withoutPadding().encode(value));
                    }
                });
    }

    private static boolean isText(byte[] value) {
        try {
            String text =
                    StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(value)).toString();
            return text.chars().noneMatch(letter -> letter < ' ');
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    /** Other writings than ASCII are only told by extended records what they are. */
    private static boolean fits(String text, int bytes) {
        return text.length() <= bytes && text.chars().allMatch(letter -> letter < 128);
    }

    /** Readers that know the records do not look at it. */
    private static String shortened(String text, int bytes) {
        StringBuilder plain = new StringBuilder();
        text.chars()
                .limit(bytes)
                .forEach(letter -> plain.append(letter < 128 ? (char) letter : '_'));
        return plain.toString();
    }

    private static byte[] with(PaxRecords pax, TarHeader header) {
        byte[] records = pax.bytes();
        TarHeader before =
                new TarHeader(
                        "PaxHeader/" + shortened(lastOf(header.name()), 80),
                        USUAL_FILE,
                        0,
                        0,
                        records.length,
                        Math.max(0, header.seconds()),
                        TarHeader.PAX,
                        "",
                        "",
                        "");
        int padding = TarHeader.padding(records.length);
        ByteBuffer all = ByteBuffer.allocate(2 * TarHeader.BLOCK + records.length + padding);
        all.put(before.bytes()).put(records);
        all.position(all.position() + padding);
        return all.put(header.bytes()).array();
    }

    private static String lastOf(String name) {
        String path = TarStream.path(name);
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
