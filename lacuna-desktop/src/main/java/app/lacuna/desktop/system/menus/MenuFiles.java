package app.lacuna.desktop.system.menus;

import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** What stands in the files that make an entry, one kind for each family of file managers. */
final class MenuFiles {
    /** Stands in each of them, so that they are known again. */
    static final String MARK = "app.lacuna.Lacuna";

    private static final Pattern SCRIPT =
            Pattern.compile(
                    "#!/bin/sh\n# "
                            + Pattern.quote(MARK)
                            + ": [^\n]*\n(?:# [^\n]*\n\\[ [^\n]*\n'; [^\n]*\n)?"
                            + "exec '[^\n]*' --do=[a-z]+ (?:-- )?\"\\$@\"\n");

    /** What the desktop entry of the program says that it opens, and nothing else. */
    static final String ARCHIVES =
            "application/zip;application/x-tar;application/x-compressed-tar;"
                    + "application/x-bzip-compressed-tar;application/x-xz-compressed-tar;"
                    + "application/x-zstd-compressed-tar;application/pgp-encrypted;"
                    + "application/x-cd-image;";

    private final Path launcher;

    /**
     * @param launcher what starts the window
     */
    MenuFiles(Path launcher) {
        this.launcher = launcher;
    }

    /** Exactly as one was written here; what somebody has changed belongs to them. */
    static boolean isScript(String text) {
        return SCRIPT.matcher(text).matches();
    }

    static boolean isEntry(String text) {
        return text.contains("=" + MARK + "\n");
    }

    /**
     * For a folder of scripts. What stands there as arguments is not what was selected if a name
     * has a percent sign in it: the file managers read that as a place to fill in. The addresses
     * that they give along are exact, and have neither line ends nor blanks.
     */
    String script(Entry entry) {
        return "#!/bin/sh\n# "
                + MARK
                + ": an entry of the file manager, taken away in the settings of Lacuna\n"
                + "# The addresses are exact; names with a percent sign are not, as arguments.\n"
                + "[ -z \"$NAUTILUS_SCRIPT_SELECTED_URIS\" ] || { set -f; IFS='\n"
                + "'; set -- $NAUTILUS_SCRIPT_SELECTED_URIS; }\n"
                + "exec "
                + inShell()
                + " "
                + entry.argument()
                + " -- \"$@\"\n";
    }

    /** POSIX.1-2017, 2.2.2. */
    private String inShell() {
        return "'" + launcher.toString().replace("'", "'\\''") + "'";
    }

    /** Desktop Entry Specification 1.5, "The Exec key": quoted, with what has to be escaped. */
    private String exec(Entry entry) {
        String escaped =
                launcher.toString()
                        .replace("\\", "\\\\\\\\")
                        .replace("\"", "\\\\\"")
                        .replace("`", "\\\\`")
                        .replace("$", "\\\\$")
                        .replace("%", "%%");
        return lines("Exec=\"" + escaped + "\" " + entry.argument() + " %F");
    }

    private static String lines(String... lines) {
        return String.join("\n", List.of(lines)) + "\n";
    }

    private static String named(Entry entry) {
        return lines("Name=" + entry.words(), "Icon=" + MARK);
    }

    String serviceMenu(Entry entry) {
        return lines(
                        "[Desktop Entry]",
                        "Type=Service",
                        "X-KDE-ServiceTypes=KonqPopupMenu/Plugin",
                        "MimeType=" + (entry.archivesOnly() ? ARCHIVES : "all/all;"),
                        "Actions=" + entry.id(),
                        "X-KDE-Submenu=Lacuna",
                        "",
                        "[Desktop Action " + entry.id() + "]")
                + named(entry)
                + exec(entry);
    }

    /** As the DES-EMA proposal has actions of file managers, 0.15. */
    String action(Entry entry) {
        return lines("[Desktop Entry]", "Type=Action")
                + named(entry)
                + lines(
                        "Profiles=lacuna;",
                        "",
                        "[X-Action-Profile lacuna]",
                        "MimeTypes=" + (entry.archivesOnly() ? ARCHIVES : "*;"))
                + exec(entry);
    }

    String nemoAction(Entry entry) {
        return lines(
                        "[Nemo Action]",
                        "Name=" + entry.words(),
                        "Comment=" + entry.words(),
                        "Icon-Name=" + MARK)
                + exec(entry)
                + lines(
                        "Selection=NotNone",
                        entry.archivesOnly() ? "Mimetypes=" + ARCHIVES : "Extensions=any;",
                        "Quote=double");
    }

    /** For a menu of what files can be sent to. */
    String sendTo(Entry entry) {
        return lines("[Desktop Entry]", "Type=Application")
                + named(entry)
                + (entry.archivesOnly() ? lines("MimeType=" + ARCHIVES) : "")
                + exec(entry);
    }
}
