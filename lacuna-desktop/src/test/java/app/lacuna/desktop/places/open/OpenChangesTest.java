package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.edit.PlannedEntry;
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
        model.session().changes().remove(List.of("dig/a.txt"));
        settle();
        passMinutes(30);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        model.lock();
        settle();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.LOCK);
        model.leaving().write();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void editsAreWrittenInOneGoAndTheArchiveStaysOpen() throws IOException {
        unlock();
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        model.session().changes().add(List.of(diary), "dig/notes");
        settle();
        model.session().changes().move("dig/a.txt", "dig/first.txt");
        settle();
        model.session().changes().remove(List.of("dig/b.txt"));
        settle();
        model.session().changes().move("dig/first.txt", "dig");
        settle();
        assertThat(model.session().changes().failure().get().orElseThrow().what())
                .contains("this name");
        assertThat(model.session().changes().count().get()).isEqualTo(3);
        model.session().changes().undo();
        settle();
        assertThat(model.session().changes().count().get()).isEqualTo(2);
        model.session().writing().write();
        settle();
        assertThat(model.session().changes().failure().get()).isEmpty();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.session().changes().count().get()).isZero();
        assertThat(model.listing().entries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig", "dig/first.txt", "dig/b.txt", "dig/notes/diary.txt");
        model.session().view(entry("dig/notes/diary.txt"));
        settle();
        assertThat(model.session().viewer().viewed().get()).isInstanceOf(Viewed.Shown.class);
    }

    @Test
    void changesCanGoIntoANewArchive() throws IOException {
        unlock();
        byte[] before = Files.readAllBytes(archive);
        Path other = folder.resolve("other.zip");
        model.session().changes().remove(List.of("dig/b.txt"));
        settle();
        model.session().writing().write(other);
        settle();
        assertThat(archive).hasBinaryContent(before);
        assertThat(model.listing().archive()).isEqualTo(other);
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void lockedAnewItOpensWithTheNewPasswordOnly() {
        unlock();
        model.session().relock().begin(model.listing());
        settle();
        assertThat(model.session().relock().ready().get()).isFalse();
        model.session().relock().names().set(Names.HIDDEN);
        settle();
        model.session().relock().password().typed().first().set("dyke");
        settle();
        model.session().relock().password().typed().second().set("dyke");
        settle();
        model.session().relock().hint().set("not the dyke");
        settle();
        assertThat(model.session().relock().ready().get()).as("the hint gives it away").isFalse();
        model.session().relock().hint().set("the other one");
        settle();
        model.session().writing().relock(archive);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.listing().names()).isEqualTo(Names.HIDDEN);
        model.lock();
        settle();
        assertThat(model.listing().comment()).isEqualTo("the other one");
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.failure().get()).isPresent();
        model.locked().password().set("dyke");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void aCopyChangedOutsideIsPackedOrDiscardedAndWipedAtLock() throws IOException {
        unlock();
        model.session().openOutside(entry("dig/a.txt"));
        settle();
        model.session().openOutside(entry("dig/b.txt"));
        settle();
        Path copy = openedOutside.get(0);
        assertThat(copy).hasContent("first");
        change(copy, "corrected");
        change(openedOutside.get(1), "spoiled");
        model.tick();
        settle();
        assertThat(model.session().outside().changed().get())
                .containsExactly("dig/a.txt", "dig/b.txt");
        assertThat(model.leaving().hasUnwritten()).isTrue();
        model.session().outside().discard("dig/b.txt");
        settle();
        assertThat(openedOutside.get(1)).doesNotExist();
        model.session().writing().packOutside("dig/a.txt");
        settle();
        assertThat(model.session().changes().failure().get()).isEmpty();
        assertThat(model.leaving().hasUnwritten()).isFalse();
        model.session().view(entry("dig/a.txt"));
        settle();
        Viewed.Shown shown = (Viewed.Shown) model.session().viewer().viewed().get();
        assertThat(((Preview.Text) shown.preview()).pages().page(0)).isEqualTo("corrected");
        assertThat(copy).exists();
        model.lock();
        settle();
        assertThat(copy).doesNotExist();
        assertThat(copy.getParent().getParent()).doesNotExist();
    }

    @Test
    void whatCanNotBePutInIsSaid() {
        unlock();
        model.session()
                .changes()
                .add(List.of(folder.resolve("gone.txt"), folder.resolve("dig/a.txt")), "x");
        settle();
        assertThat(model.session().changes().leftOut().get()).hasSize(1);
        assertThat(model.session().changes().count().get()).isEqualTo(1);
        model.session().changes().add(List.of(folder.resolve("gone.txt")), "x");
        settle();
        assertThat(model.session().changes().leftOut().get()).hasSize(1);
        assertThat(model.session().changes().count().get()).isEqualTo(1);
        model.session().changes().undo();
        settle();
        assertThat(model.session().changes().leftOut().get()).isEmpty();
    }

    @Test
    void packingOneChangeFromOutsideLeavesTheOthersToBePacked() throws IOException {
        unlock();
        model.session().openOutside(entry("dig/a.txt"));
        settle();
        model.session().openOutside(entry("dig/b.txt"));
        settle();
        change(openedOutside.get(0), "corrected");
        change(openedOutside.get(1), "corrected too");
        model.tick();
        settle();
        model.session().writing().packOutside("dig/a.txt");
        settle();
        model.tick();
        settle();
        assertThat(model.session().outside().changed().get()).containsExactly("dig/b.txt");
        model.lock();
        settle();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.LOCK);
        model.leaving().write();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        model.session().extractAll();
        settle();
        assertThat(folder.resolve("notes/dig/a.txt")).hasContent("corrected");
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("corrected too");
    }

    @Test
    void whatTakesTheNameOfSomethingRemovedIsSeen() throws IOException {
        unlock();
        model.session().changes().remove(List.of("dig/a.txt"));
        settle();
        model.session().changes().add(List.of(folder.resolve("dig/a.txt")), "dig");
        settle();
        assertThat(model.session().inside().rows().get())
                .filteredOn(node -> node.path().equals("dig/a.txt"))
                .singleElement()
                .matches(node -> node.value().orElseThrow().state() == PlannedEntry.State.ADDED);
    }

    /** Between two looks, a second apart. */
    @Test
    void whatWasSavedAMomentAgoIsNotLostByLocking() throws IOException {
        unlock();
        model.session().openOutside(entry("dig/a.txt"));
        settle();
        change(openedOutside.get(0), "corrected");
        model.lock();
        settle();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.LOCK);
        assertThat(openedOutside.get(0)).hasContent("corrected");
        model.leaving().stay();
        settle();
        model.session().outside().discard("dig/a.txt");
        settle();
        model.lock();
        settle();
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
        model.session().changes().remove(List.of("dig/a.txt"));
        settle();
        model.takeOffer();
        settle();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.OPEN_ANOTHER);
        assertThat(model.session().isSalvaged()).isFalse();
        assertThat(model.session().changes().count().get()).isEqualTo(1);
    }
}
