package app.lacuna.opener;

import java.nio.file.Path;

/** Where the archive is. */
public enum OpenerKind {
    /** In its own files: the page asks for them. */
    BESIDE("-opener.html"),
    /** In the page: one file to send. */
    INSIDE(".html");

    private final String ending;

    OpenerKind(String ending) {
        this.ending = ending;
    }

    /** What the page of an archive is called, beside it. */
    public Path nameFor(Path archive) {
        String name = archive.getFileName().toString();
        int end = name.regionMatches(true, Math.max(0, name.length() - 4), ".zip", 0, 4) ? 4 : 0;
        return archive.resolveSibling(name.substring(0, name.length() - end) + ending);
    }
}
