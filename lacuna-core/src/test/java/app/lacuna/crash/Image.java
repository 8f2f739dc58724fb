package app.lacuna.crash;

import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.CRC32C;

/** The content of a disk: numbered files, folders and links. Number 0 is the top folder. */
final class Image {
    static final int TOP = 0;

    private final Map<Integer, Node> nodes = new HashMap<>();

    static final class Node {
        private final Operation.Kind kind;
        private final String linkTarget;
        private final Map<String, Integer> entries = new TreeMap<>();
        private byte[] bytes = new byte[0];
        private long checksum = -1;
        private FileTime modified = FileTime.fromMillis(0);
        private Set<PosixFilePermission> permissions = Set.of();

        Node(Operation.Kind kind, String linkTarget) {
            this.kind = kind;
            this.linkTarget = linkTarget;
        }

        Operation.Kind kind() {
            return kind;
        }

        String linkTarget() {
            return linkTarget;
        }

        Map<String, Integer> entries() {
            return entries;
        }

        byte[] bytes() {
            return bytes;
        }

        FileTime modified() {
            return modified;
        }

        Set<PosixFilePermission> permissions() {
            return permissions;
        }

        private Node copy() {
            Node copy = new Node(kind, linkTarget);
            copy.entries.putAll(entries);
            copy.bytes = bytes; // replaced, never changed
            copy.checksum = checksum;
            copy.modified = modified;
            copy.permissions = permissions;
            return copy;
        }

        private void write(long position, byte[] written) {
            byte[] longer =
                    Arrays.copyOf(bytes, (int) Math.max(bytes.length, position + written.length));
            System.arraycopy(written, 0, longer, (int) position, written.length);
            setBytes(longer);
        }

        private void setBytes(byte[] changed) {
            bytes = changed;
            checksum = -1;
        }

        private long checksum() {
            if (checksum < 0) {
                CRC32C sum = new CRC32C();
                sum.update(bytes);
                checksum = sum.getValue();
            }
            return checksum;
        }
    }

    Image() {
        nodes.put(TOP, new Node(Operation.Kind.FOLDER, ""));
    }

    Image copy() {
        Image copy = new Image();
        nodes.forEach((number, node) -> copy.nodes.put(number, node.copy()));
        return copy;
    }

    Node node(int number) {
        return nodes.get(number);
    }

    void apply(Operation operation) {
        if (operation instanceof Operation.Create create) {
            nodes.put(create.node(), new Node(create.kind(), create.linkTarget()));
        } else if (operation instanceof Operation.Write write) {
            nodes.get(write.file()).write(write.position(), write.bytes());
        } else if (operation instanceof Operation.Truncate cut) {
            Node node = nodes.get(cut.file());
            node.setBytes(Arrays.copyOf(node.bytes, (int) Math.min(node.bytes.length, cut.size())));
        } else if (operation instanceof Operation.Describe describe) {
            nodes.get(describe.node()).modified = describe.modified();
            nodes.get(describe.node()).permissions = describe.permissions();
        } else if (operation instanceof Operation.Enter enter) {
            nodes.get(enter.folder()).entries.put(enter.name(), enter.node());
        } else if (operation instanceof Operation.Leave leave) {
            nodes.get(leave.folder()).entries.remove(leave.name(), leave.node());
        } else if (operation instanceof Operation.Rename rename) {
            nodes.get(rename.fromFolder()).entries.remove(rename.fromName(), rename.node());
            nodes.get(rename.toFolder()).entries.put(rename.toName(), rename.node());
        }
    }

    /** The same for two images with the same reachable content. */
    String signature() {
        StringBuilder text = new StringBuilder();
        describe(TOP, text);
        return text.toString();
    }

    private void describe(int number, StringBuilder text) {
        Node node = nodes.get(number);
        text.append(number);
        switch (node.kind) {
            case FILE ->
                    text.append(':').append(node.bytes.length).append(':').append(node.checksum());
            case LINK -> text.append("->").append(node.linkTarget);
            case FOLDER -> {
                text.append('{');
                node.entries.forEach(
                        (name, child) -> {
                            text.append(name).append('=');
                            describe(child, text);
                            text.append(';');
                        });
                text.append('}');
            }
        }
    }
}
