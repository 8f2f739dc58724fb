package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.preview.Preview;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Changes to the open archive: by edits, by other programs, to its lock. */
class OpenChangesTest extends OnOpenArchive {
    @Test
    void unwrittenChangesHoldItOpenAndAreAskedAbout() throws IOException {
        unlock();
        model.changes().remove(List.of("dig/a.txt"));
        passMinutes(30);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        model.writeAndLeave(() -> {});
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void editsAreWrittenInOneGoAndTheArchiveStaysOpen() throws IOException {
        unlock();
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        model.changes().add(List.of(diary), "dig/notes");
        model.changes().move("dig/a.txt", "dig/first.txt");
        model.changes().remove(List.of("dig/b.txt"));
        model.changes().move("dig/first.txt", "dig");
        assertThat(model.changes().failure().get().orElseThrow().what()).contains("this name");
        assertThat(model.changes().count().get()).isEqualTo(3);
        model.changes().undo();
        assertThat(model.changes().count().get()).isEqualTo(2);
        model.writing().write();
        assertThat(model.changes().failure().get()).isEmpty();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.changes().count().get()).isZero();
        assertThat(model.listing().entries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig", "dig/first.txt", "dig/b.txt", "dig/notes/diary.txt");
        model.view(entry("dig/notes/diary.txt"));
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Shown.class);
    }

    @Test
    void changesCanGoIntoANewArchive() throws IOException {
        unlock();
        byte[] before = Files.readAllBytes(archive);
        Path other = folder.resolve("other.zip");
        model.changes().remove(List.of("dig/b.txt"));
        model.writing().writeTo(other);
        assertThat(archive).hasBinaryContent(before);
        assertThat(model.listing().archive()).isEqualTo(other);
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void lockedAnewItOpensWithTheNewPasswordOnly() {
        unlock();
        model.relock().begin(model.listing());
        assertThat(model.relock().ready().get()).isFalse();
        model.relock().names().set(Names.HIDDEN);
        model.relock().password().first().set("dyke");
        model.relock().password().second().set("dyke");
        model.relock().hint().set("not the dyke");
        assertThat(model.relock().ready().get()).as("the hint gives it away").isFalse();
        model.relock().hint().set("the other one");
        model.writing().relock(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.listing().names()).isEqualTo(Names.HIDDEN);
        model.lock();
        assertThat(model.listing().comment()).isEqualTo("the other one");
        model.password().set("hut");
        model.unlock();
        assertThat(model.failure().get()).isPresent();
        model.password().set("dyke");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void aCopyChangedOutsideIsPackedOrDiscardedAndWipedAtLock() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        model.openOutside(entry("dig/b.txt"));
        Path copy = openedOutside.get(0);
        assertThat(copy).hasContent("first");
        change(copy, "corrected");
        change(openedOutside.get(1), "spoiled");
        model.tick();
        assertThat(model.outside().changed().get()).containsExactly("dig/a.txt", "dig/b.txt");
        assertThat(model.hasUnwritten()).isTrue();
        model.outside().discard("dig/b.txt");
        assertThat(openedOutside.get(1)).doesNotExist();
        model.writing().packOutside("dig/a.txt");
        assertThat(model.changes().failure().get()).isEmpty();
        assertThat(model.hasUnwritten()).isFalse();
        model.view(entry("dig/a.txt"));
        Viewed.Shown shown = (Viewed.Shown) model.viewer().viewed().get();
        assertThat(((Preview.Text) shown.preview()).pages().page(0)).isEqualTo("corrected");
        assertThat(copy).exists();
        model.lock();
        assertThat(copy).doesNotExist();
        assertThat(copy.getParent().getParent()).doesNotExist();
    }

    @Test
    void whatCanNotBePutInIsSaid() {
        unlock();
        model.changes().add(List.of(folder.resolve("gone.txt"), folder.resolve("dig/a.txt")), "x");
        assertThat(model.changes().leftOut().get()).hasSize(1);
        assertThat(model.changes().count().get()).isEqualTo(1);
        model.changes().add(List.of(folder.resolve("gone.txt")), "x");
        assertThat(model.changes().leftOut().get()).hasSize(1);
        assertThat(model.changes().count().get()).isEqualTo(1);
        model.changes().undo();
        assertThat(model.changes().leftOut().get()).isEmpty();
    }

    @Test
    void packingOneChangeFromOutsideLeavesTheOthersToBePacked() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        model.openOutside(entry("dig/b.txt"));
        change(openedOutside.get(0), "corrected");
        change(openedOutside.get(1), "corrected too");
        model.tick();
        model.writing().packOutside("dig/a.txt");
        model.tick();
        assertThat(model.outside().changed().get()).containsExactly("dig/b.txt");
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        model.writeAndLeave(() -> {});
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        model.extractAll();
        assertThat(folder.resolve("notes/dig/a.txt")).hasContent("corrected");
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("corrected too");
    }

    @Test
    void whatTakesTheNameOfSomethingRemovedIsSeen() throws IOException {
        unlock();
        model.changes().remove(List.of("dig/a.txt"));
        model.changes().add(List.of(folder.resolve("dig/a.txt")), "dig");
        assertThat(model.inside().rows().get())
                .filteredOn(node -> node.path().equals("dig/a.txt"))
                .singleElement()
                .matches(node -> node.value().orElseThrow().state() == PlannedEntry.State.ADDED);
    }

    /** Between two looks, a second apart. */
    @Test
    void whatWasSavedAMomentAgoIsNotLostByLocking() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        change(openedOutside.get(0), "corrected");
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        assertThat(openedOutside.get(0)).hasContent("corrected");
        model.leaving().set(Leaving.NOT);
        model.outside().discard("dig/a.txt");
        model.lock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void savingWhatCanBeSavedDoesNotLoseChangesUnasked() throws IOException {
        byte[] noise = new byte[400_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        pack(Protection.AES_256);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        model.changes().remove(List.of("dig/a.txt"));
        model.takeOffer();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        assertThat(model.isSalvaged()).isFalse();
        assertThat(model.changes().count().get()).isEqualTo(1);
    }
}
