package app.lacuna.extract;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Set;

/** Whatever an archive calls its entries: refused, or a place inside the chosen folder. */
class NameRulesFuzzTest {
    private static final Path FOLDER = Path.of("/chosen/folder");

    @FuzzTest(maxDuration = "10s")
    void staysInside(byte[] bytes) {
        String name = new String(bytes, StandardCharsets.UTF_8);
        for (NamingRules rules : NamingRules.values()) {
            EntryPath path = EntryPath.of(name, rules);
            if (path.refusal().isPresent()) {
                continue;
            }
            Path place = FOLDER;
            try {
                for (String part : path.parts()) {
                    require(!part.isEmpty() && !part.contains("/"), name);
                    require(!part.equals("..") && !part.equals("."), name);
                    place = place.resolve(part);
                }
            } catch (InvalidPathException e) {
                continue; // no file can have that name; writing it reports so
            }
            require(place.normalize().startsWith(FOLDER), name);
            require(!place.normalize().equals(FOLDER), name);
        }
        LinkTarget.inside(FOLDER, FOLDER.resolve("a/link"), bytes, Set.of())
                .map(LinkTarget.Allowed::path)
                .ifPresent(
                        target ->
                                require(
                                        !target.isAbsolute()
                                                && FOLDER.resolve("a")
                                                        .resolve(target)
                                                        .normalize()
                                                        .startsWith(FOLDER),
                                        name));
    }

    private static void require(boolean holds, String name) {
        if (!holds) {
            throw new AssertionError("leads out: " + name);
        }
    }
}
