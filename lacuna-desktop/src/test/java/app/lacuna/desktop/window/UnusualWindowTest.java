package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.pack.ForWhom;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Entries that stand open, an archive in an archive, and what comes out otherwise than it goes in.
 */
class UnusualWindowTest extends InWindow {
    /** As anybody could who does not know the password. */
    private static void addUnprotected(Path archive) throws IOException {
        ZipParameters open = new ZipParameters();
        open.setFileNameInZip("put-there.txt");
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            zip.addStream(
                    new ByteArrayInputStream("forged".getBytes(StandardCharsets.UTF_8)), open);
        }
    }

    @Test
    void whatStandsOpenIsCountedMarkedAndLeftUnlessItIsWanted() throws Exception {
        Path archive =
                packed(
                        outbox.resolve("notes.zip"),
                        PackOptions.STANDARD.withNames(Names.VISIBLE),
                        "hut",
                        List.of(story.get(1), story.get(2)));
        addUnprotected(archive);

        openArchive(archive, "hut");
        assertThat(lookup("Unprotected: 1 of 3 entries").queryAll()).isNotEmpty();
        look("put-there.txt");
        picture("unprotected");
        clickOn("#extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        Path out = open.session().extract().folder().get();
        assertThat(out.resolve("put-there.txt")).doesNotExist();
        assertThat(out.resolve("site-diary.txt")).exists();
        picture("unprotected-extracted");
        clickOn("#take-unprotected");
        until(() -> Files.exists(out.resolve("put-there.txt")));
        assertThat(out.resolve("put-there.txt")).hasContent("forged");
    }

    @Test
    void anArchiveInTheArchiveIsAFileUntilItIsLookedInto() throws Exception {
        Path inner =
                packed(
                        outbox.resolve("inner.zip"),
                        PackOptions.STANDARD.withNames(Names.VISIBLE),
                        "hut",
                        List.of(story.get(2)));
        Path archive =
                packed(outbox.resolve("outer.zip"), PackOptions.STANDARD, "hut", List.of(inner));

        openArchive(archive, "hut");
        assertThat(brief()).contains("1 item");
        assertThat(lookup("inner.zip").queryAll()).isNotEmpty();
        picture("look-inside");
        clickOn("#salvage-open");
        until(() -> open.state().get() == OpenState.LOCKED);
        typePassword("hut");
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> !lookup("site-diary.txt").queryAll().isEmpty());
        picture("looked-inside");
    }

    @Test
    void whatWillComeOutOtherwiseIsSaidBeforehand() throws Exception {
        Path dig = Files.createDirectory(outbox.resolve("dig"));
        Files.writeString(dig.resolve("levels.csv"), "1;2");
        Files.createSymbolicLink(dig.resolve("up"), Path.of("../../up"));
        Files.createSymbolicLink(outbox.resolve("latest"), Path.of("dig"));
        dialogs.files = List.of(dig, outbox.resolve("latest"));
        clickOn("#add-files");
        until(() -> lookup("#outlook").query().isVisible());
        clickOn("#outlook");
        until(() -> !lookup("What will come out otherwise than it goes in").queryAll().isEmpty());
        picture("outlook");
        assertThat(lookup("#outlook").query().isVisible()).isTrue();
    }

    @Test
    void whatIsNotCompleteDoesNotReplaceWhatIs() throws Exception {
        Path diary = Files.writeString(outbox.resolve("diary.txt"), "flood at six");
        Path levels = Files.writeString(outbox.resolve("levels.csv"), "1;2");
        Path older =
                packed(
                        outbox.resolve("evening.zip"),
                        PackOptions.STANDARD,
                        "hut",
                        List.of(diary, levels));
        byte[] before = Files.readAllBytes(older);
        dialogs.files = List.of(diary, levels);
        clickOn("#add-files");
        until(() -> pack.contents().selection().get().items().size() == 2);
        interact(() -> pack.rename("evening"));
        typePasswordTwice("hut");
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().replaceOffered().get());
        Files.delete(levels);
        clickOn("#replace");
        until(() -> pack.packing().result().get().isPresent());

        assertThat(older).hasBinaryContent(before);
        assertThat(lookup("The older archive stayed").queryAll()).isNotEmpty();
        assertThat(pack.packing().result().get().orElseThrow().archive())
                .isEqualTo(outbox.resolve("evening (2).zip"))
                .exists();
        picture("kept-instead");
    }

    /** Beside the columns with numbers there is little room for it in a window of usual size. */
    @Test
    void whatIsSaidOfAFileInTheListIsNotCut() throws Exception {
        Path tiny = Files.writeString(outbox.resolve("tiny.txt"), "x\n");
        dialogs.files = List.of(tiny);
        clickOn("#add-files");
        until(() -> lookup("already compact").tryQuery().isPresent());
        picture("tiny");
        assertThat(Legible.isShortened(lookup("already compact").queryLabeled())).isFalse();
    }

    /** Whatever is chosen: a warning that is cut is none. */
    @Tag("slow")
    @Test
    void nothingIsCutBesideTheListForWhomeverItIs() throws Exception {
        addStory();
        typePasswordTwice("hut");
        for (ForWhom whom : ForWhom.values()) {
            clickOn("#brief-whom");
            until(() -> lookup("#whom-" + whom).tryQuery().isPresent());
            clickOn("#whom-" + whom);
            clickOn("#whom-done");
            settle();
            assertThat(Legible.cut(scene)).as("for " + whom).isEmpty();
        }
    }
}
