package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.parts.inside.Order;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.extract.Comparison;
import app.lacuna.password.Slip;
import app.lacuna.preview.Preview;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.selection.PathTree.Node;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.NoSuchElementException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.Test;

class OpenViewModelTest extends OnOpenArchive {
    @Test
    void hiddenNamesAppearWithThePasswordAndAreChecked() throws IOException {
        byte[] noise = new byte[2_000_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        names = Names.HIDDEN;
        pack(Protection.AES_256);
        model.open(archive);
        assertThat(model.listing().entries()).hasSize(1);
        model.password().set("hut");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(4);
        assertThat(checked()).isEqualTo(CheckState.Kind.WHOLE);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        assertThat(checked()).isEqualTo(CheckState.Kind.CHANGED);
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.extractAll();
        assertThat(model.extract().failure().get()).isPresent();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void showsWhatCanBeSeenWithoutThePassword() {
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void wrongPasswordStaysInTheFieldAndLosesNothing() {
        model.open(archive);
        model.password().set("hat");
        model.unlock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.failure().get().orElseThrow().what()).contains("does not open");
        assertThat(model.password().get()).isEqualTo("hat");
        model.password().set("hut");
        model.unlock();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.password().get()).isEmpty();
    }

    @Test
    void damagedFileIsToldAsDamaged() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.failure().get().orElseThrow().what()).contains("damaged");
    }

    @Test
    void otherFileDoesNotCloseTheOpenArchive() throws IOException {
        unlock();
        model.open(Files.writeString(folder.resolve("diary.txt"), "rain"));
        assertThat(model.failure().get().orElseThrow().what()).contains("diary.txt");
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void archiveWithoutPasswordIsOpenAtOnce() throws IOException {
        pack(Protection.NONE);
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void showsAFileFromMemory() {
        unlock();
        model.view(entry("dig/a.txt"));
        assertThat(model.viewer().viewed().get())
                .isInstanceOfSatisfying(
                        Viewed.Shown.class,
                        shown -> {
                            assertThat(shown.path()).isEqualTo("dig/a.txt");
                            Preview.Text text = (Preview.Text) shown.preview();
                            assertThat(text.pages().page(0)).isEqualTo("first");
                        });
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void lockingForgetsEverything() {
        unlock();
        PlannedEntry shown = entry("dig/a.txt");
        model.view(shown);
        Preview.Text text = (Preview.Text) ((Viewed.Shown) model.viewer().viewed().get()).preview();
        model.inside().chosen().choose(top(), true);
        model.lock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Nothing.class);
        assertThat(text.pages().page(0)).as("overwritten").isEqualTo("\0\0\0\0\0");
        assertThat(model.inside().chosen().count()).isZero();
        assertThat(model.inside().rows().get()).isEmpty();
        assertThat(model.inside().root().get()).isEmpty();
        assertThat(model.changes().plan().get()).isEmpty();
        model.view(shown);
        assertThat(model.viewer().viewed().get())
                .as("a click that comes too late")
                .isInstanceOf(Viewed.Nothing.class);
    }

    @Test
    void closingLeavesNoArchive() {
        unlock();
        model.closeNow();
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThatThrownBy(model::listing).isInstanceOf(NoSuchElementException.class);
    }

    @Test
    void extractsIntoAFolderOfItsName() {
        unlock();
        assertThat(model.extract().folder().get()).isEqualTo(folder.resolve("notes"));
        model.extractAll();
        assertThat(model.extract().report().get().orElseThrow().isComplete()).isTrue();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    @Test
    void extractsOnlyWhatIsChosen() {
        unlock();
        model.inside().chosen().choose(top(), true);
        assertThat(model.inside().chosenEntries()).hasSize(3);
        assertThat(model.inside().chosen().count()).isEqualTo(3);
        model.inside().chosen().choose(top().children().get(0), false);
        assertThat(model.inside().chosenEntries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/b.txt");
        assertThat(model.inside().chosen().count()).isEqualTo(1);
        assertThat(model.inside().chosen().bytes()).isEqualTo(6);
        model.extractChosen();
        assertThat(folder.resolve("notes/dig/b.txt")).exists();
        assertThat(folder.resolve("notes/dig/a.txt")).doesNotExist();
        model.extract().clearCopies();
        assertThat(model.extract().cleared().get().orElseThrow().gone()).isEqualTo(1);
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void restoringComparesFirstAndWritesOnlyWhatDiffers() throws IOException {
        unlock();
        model.extract().folder().set(folder);
        Files.writeString(folder.resolve("dig/a.txt"), "lost");
        model.compare();
        assertThat(Comparison.differing(model.extract().comparison().get().orElseThrow()))
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/a.txt");
        model.restore();
        assertThat(folder.resolve("dig/a.txt")).hasContent("first");
        assertThat(model.extract().report().get().orElseThrow().entries()).hasSize(1);
    }

    @Test
    void locksItselfAfterATimeWithoutUse() {
        unlock();
        model.tick();
        assertThat(model.autoLock().left().get().orElseThrow().toMinutes()).isEqualTo(9);
        passMinutes(9);
        model.touched();
        passMinutes(9);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        passMinutes(2);
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void locksItselfWhenTheComputerHasSlept() {
        unlock();
        model.tick();
        clock.moveOn(Duration.ofMinutes(2));
        model.tick();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void theTimeCanBeChangedAndIsKept() {
        unlock();
        model.tick();
        model.autoLock().minutes().set(0);
        assertThat(model.autoLock().left().get()).isEmpty();
        passMinutes(100);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        OpenViewModel next =
                new OpenViewModel(
                        new Threads(Runnable::run, Runnable::run),
                        new OpenHistory(folder.resolve("state")),
                        openedOutside::add,
                        clock);
        assertThat(next.autoLock().minutes().get()).isZero();
        assertThat(next.recent().archives()).containsExactly(archive);
    }

    @Test
    void aSlipOfThePasswordIsFoundAndNamed() {
        model.open(archive);
        model.password().set("HUT");
        model.tryVariants();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.variants().slip().get()).contains(Slip.CAPS_LOCK);
        model.lock();
        model.password().set("house");
        model.unlock();
        assertThat(model.variants().offered().get()).isTrue();
        model.tryVariants();
        assertThat(model.variants().nothingFound().get()).isTrue();
        assertThat(model.password().get()).isEqualTo("house");
    }

    @Test
    void damagedEntriesAreCountedAndMarked() throws IOException {
        byte[] noise = new byte[400_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        pack(Protection.AES_256);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        CheckState state = model.check().state().get();
        assertThat(state.kind()).isEqualTo(CheckState.Kind.DAMAGED);
        assertThat(state.damaged()).isEqualTo(1);
        assertThat(state.entries()).isEqualTo(4);
        assertThat(model.check().damaged()).containsExactly("dig/film.raw");
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
    }

    @Test
    void whatIsLeftOfHalfAnArchiveCanBeSaved() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length - 60));
        model.open(archive);
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.takeOffer();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        assertThat(model.isSalvaged()).isTrue();
        model.extractAll();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    @Test
    void findingGoesThroughClosedFoldersAndTicksWhatIsFound() {
        unlock();
        model.inside().setOpen(top(), false);
        assertThat(model.inside().rows().get()).hasSize(1);
        model.inside().find().set("B.t");
        assertThat(model.inside().rows().get()).extracting(Node::path).containsExactly("dig/b.txt");
        model.inside().find().set("*.txt");
        assertThat(model.inside().rows().get()).hasSize(2);
        model.inside().chooseFound();
        model.inside().find().set("");
        assertThat(model.inside().chosenPaths()).containsExactly("dig/a.txt", "dig/b.txt");
    }

    @Test
    void linesAreSortedWithinTheirFolder() {
        unlock();
        model.inside().order().set(new Order(Order.By.SIZE, true));
        assertThat(model.inside().rows().get())
                .extracting(Node::path)
                .containsExactly("dig", "dig/b.txt", "dig/a.txt");
    }

    /** Headers that say two gigabytes, over two bytes. */
    @Test
    void whatClaimsTooMuchIsOpenedOnlyWhenTheUserInsists() throws IOException {
        Path trap = folder.resolve("trap.zip");
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(trap.toFile())) {
            ZipArchiveEntry entry = new ZipArchiveEntry("zeros");
            entry.setMethod(8);
            entry.setSize(2_000_000_000L);
            entry.setCompressedSize(2);
            entry.setCrc(0);
            zip.addRawArchiveEntry(entry, new ByteArrayInputStream(new byte[] {3, 0}));
        }
        model.open(trap);
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.offer().get()).isEqualTo(Offer.ALL_THE_SAME);
        model.takeOffer();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(checked()).isEqualTo(CheckState.Kind.DAMAGED);
    }

    @Test
    void whatMayHaveGoneWrongWithThePasswordIsSaid() {
        model.open(archive);
        assertThat(failureFor("hut ")).contains("begins or ends with a blank");
        assertThat(failureFor("yht")).contains("lie elsewhere on other keyboards");
        assertThat(failureFor("hat")).isEqualTo("This password does not open it.");
    }
}
