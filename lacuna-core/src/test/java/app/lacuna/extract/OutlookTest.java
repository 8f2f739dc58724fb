package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.zip.TestTrees;
import app.lacuna.extract.Outlook.Concern;
import app.lacuna.extract.Outlook.Trouble;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutlookTest {
    @TempDir Path folder;

    @Test
    void saysBeforehandWhatWillNotComeOutAsItIs() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        for (String name : new String[] {"levels.csv", "u\\..\\v", ".. ", "..\t", "a:b", "nul"}) {
            Files.writeString(dig.resolve(name), "x");
        }
        link(dig, "fine", "levels.csv");
        link(dig, "up", "../dig/levels.csv");
        link(dig, "out", "../../elsewhere");
        link(dig, "absolute", "/etc/hostname");
        link(dig, "turns", "fine/../levels.csv");
        Map<String, Trouble> concerns =
                Outlook.of(TestTrees.scan(dig)).stream()
                        .collect(
                                Collectors.toMap(
                                        concern -> concern.item().path(), Concern::trouble));
        assertThat(concerns)
                .containsOnly(
                        Map.entry("dig/u\\..\\v", Trouble.RENAMED_EVERYWHERE),
                        Map.entry("dig/.. ", Trouble.RENAMED_EVERYWHERE),
                        Map.entry("dig/..\t", Trouble.RENAMED_EVERYWHERE),
                        Map.entry("dig/a:b", Trouble.RENAMED_ON_WINDOWS),
                        Map.entry("dig/nul", Trouble.RENAMED_ON_WINDOWS),
                        Map.entry("dig/out", Trouble.LINK_NOT_MADE),
                        Map.entry("dig/absolute", Trouble.LINK_NOT_MADE),
                        Map.entry("dig/turns", Trouble.LINK_NOT_MADE));
    }

    private static void link(Path dig, String name, String target) throws IOException {
        Files.createSymbolicLink(dig.resolve(name), Path.of(target));
    }
}
