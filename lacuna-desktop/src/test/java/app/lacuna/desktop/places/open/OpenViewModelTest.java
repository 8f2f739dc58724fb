package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.parts.inside.Order;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.session.CheckState;
import app.lacuna.desktop.session.Offer;
import app.lacuna.edit.PlannedEntry;
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
import java.util.ArrayList;
import java.util.List;
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
        settle();
        assertThat(model.listing().entries()).hasSize(1);
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.listing().entries()).hasSize(4);
        assertThat(checked()).isEqualTo(CheckState.Kind.WHOLE);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        assertThat(checked()).isEqualTo(CheckState.Kind.CHANGED);
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.session().extractAll();
        settle();
        assertThat(model.session().extract().failure().get()).isPresent();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void showsWhatCanBeSeenWithoutThePassword() {
        model.open(archive);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void wrongPasswordStaysInTheFieldAndLosesNothing() {
        model.open(archive);
        settle();
        model.locked().password().set("hat");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.failure().get().orElseThrow().what()).contains("does not open");
        assertThat(model.locked().password().get()).isEqualTo("hat");
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.failure().get()).isEmpty();
    }

    @Test
    void damagedFileIsToldAsDamaged() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        model.open(archive);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.failure().get().orElseThrow().what()).contains("damaged");
    }

    @Test
    void otherFileDoesNotCloseTheOpenArchive() throws IOException {
        unlock();
        model.open(Files.writeString(folder.resolve("diary.txt"), "rain"));
        settle();
        assertThat(model.failure().get().orElseThrow().what()).contains("diary.txt");
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void archiveWithoutPasswordIsOpenAtOnce() throws IOException {
        pack(Protection.NONE);
        model.open(archive);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void showsAFileFromMemory() {
        unlock();
        model.session().view(entry("dig/a.txt"));
        settle();
        assertThat(model.session().viewer().viewed().get())
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
        ArchiveSession session = model.session();
        PlannedEntry shown = entry("dig/a.txt");
        model.session().view(shown);
        settle();
        Preview.Text text =
                (Preview.Text) ((Viewed.Shown) model.session().viewer().viewed().get()).preview();
        model.session().inside().chosen().choose(top(), true);
        settle();
        model.lock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(session.viewer().viewed().get()).isInstanceOf(Viewed.Nothing.class);
        assertThat(text.pages().page(0)).as("overwritten").isEqualTo("\0\0\0\0\0");
        session.view(shown);
        settle();
        assertThat(session.viewer().viewed().get())
                .as("a click that comes too late")
                .isInstanceOf(Viewed.Nothing.class);
        assertThatThrownBy(model::session).isInstanceOf(NoSuchElementException.class);
    }

    @Test
    void closingLeavesNoArchive() {
        unlock();
        model.closeNow();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThatThrownBy(model::listing).isInstanceOf(NoSuchElementException.class);
    }

    @Test
    void extractsIntoAFolderOfItsName() {
        unlock();
        assertThat(model.session().extract().folder().get()).isEqualTo(folder.resolve("notes"));
        model.session().extractAll();
        settle();
        assertThat(model.session().extract().report().get().orElseThrow().isComplete()).isTrue();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    /** As a file manager asks for it: the password is all that is missing. */
    @Test
    void unpacksBesideTheArchiveAsSoonAsItIsOpen() {
        model.unpack(List.of(archive));
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.locked().password().set("wrong");
        model.locked().unlock();
        settle();
        assertThat(folder.resolve("notes")).doesNotExist();
        model.locked().password().set("hut");
        model.locked().unlock();
        settle();
        assertThat(model.session().extract().report().get().orElseThrow().isComplete()).isTrue();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    /** The wish belongs to its archive, not to the next one. */
    @Test
    void whatIsOpenedInsteadIsNotUnpacked() {
        model.unpack(List.of(archive));
        model.open(archive);
        settle();
        model.locked().password().set("hut");
        model.locked().unlock();
        settle();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void aChosenProgramOpensWhatTheSystemWould() throws Exception {
        Path program = folder.resolve("program");
        Files.writeString(program, "#!/bin/sh\necho \"$1\" > \"$0.said\"\n");
        assertThat(program.toFile().setExecutable(true)).isTrue();
        List<Path> ofSystem = new ArrayList<>();
        new ChosenProgram(() -> "", ofSystem::add).open(archive);
        assertThat(ofSystem).containsExactly(archive);
        new ChosenProgram(program::toString, ofSystem::add).open(archive);
        Path said = folder.resolve("program.said");
        for (int i = 0; i < 3_000 && (!Files.exists(said) || Files.size(said) == 0); i++) {
            Thread.sleep(20);
        }
        assertThat(said).hasContent(archive.toString());
        assertThat(ofSystem).hasSize(1);
        assertThatThrownBy(() -> new ChosenProgram(() -> "/nowhere/x", ofSystem::add).open(archive))
                .isInstanceOf(IOException.class);
    }

    @Test
    void extractsOnlyWhatIsChosen() {
        unlock();
        model.session().inside().chosen().choose(top(), true);
        settle();
        assertThat(model.session().inside().chosenEntries()).hasSize(3);
        assertThat(model.session().inside().chosen().count()).isEqualTo(3);
        model.session().inside().chosen().choose(top().children().get(0), false);
        settle();
        assertThat(model.session().inside().chosenEntries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/b.txt");
        assertThat(model.session().inside().chosen().count()).isEqualTo(1);
        assertThat(model.session().inside().chosen().bytes()).isEqualTo(6);
        model.session().extractChosen();
        settle();
        assertThat(folder.resolve("notes/dig/b.txt")).exists();
        assertThat(folder.resolve("notes/dig/a.txt")).doesNotExist();
        model.session().extract().clearCopies();
        settle();
        assertThat(model.session().extract().cleared().get().orElseThrow().count()).isEqualTo(1);
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void restoringComparesFirstAndWritesOnlyWhatDiffers() throws IOException {
        unlock();
        model.session().extract().folder().set(folder);
        settle();
        Files.writeString(folder.resolve("dig/a.txt"), "lost");
        model.session().compare();
        settle();
        assertThat(
                        Comparison.differing(
                                model.session()
                                        .extract()
                                        .comparison()
                                        .get()
                                        .orElseThrow()
                                        .compared()))
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/a.txt");
        model.session().extract().restore();
        settle();
        assertThat(folder.resolve("dig/a.txt")).hasContent("first");
        assertThat(model.session().extract().report().get().orElseThrow().entries()).hasSize(1);
    }

    @Test
    void locksItselfAfterATimeWithoutUse() {
        unlock();
        model.tick();
        settle();
        assertThat(model.autoLock().left().get().orElseThrow().toMinutes()).isEqualTo(10);
        passMinutes(9);
        model.touched();
        settle();
        passMinutes(9);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        passMinutes(2);
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void locksItselfWhenTheComputerHasSlept() {
        unlock();
        model.tick();
        settle();
        clock.moveOn(Duration.ofMinutes(2));
        model.tick();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void theTimeCanBeChangedAndIsKept() {
        unlock();
        model.tick();
        settle();
        model.autoLock().minutes().set(0);
        settle();
        assertThat(model.autoLock().left().get()).isEmpty();
        passMinutes(100);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        OpenViewModel next =
                new OpenViewModel(
                        script.life(),
                        new OpenHistory(folder.resolve("state")),
                        settings(folder),
                        openedOutside::add,
                        clock,
                        new MadePasswords());
        settle();
        assertThat(next.autoLock().minutes().get()).isZero();
        assertThat(next.recent().archives())
                .extracting(RecentModel.Recent::archive)
                .containsExactly(archive);
    }

    @Test
    void aSlipOfThePasswordIsFoundAndNamed() {
        model.open(archive);
        settle();
        model.locked().password().set("HUT");
        settle();
        model.locked().tryVariants();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.session().slip()).contains(Slip.CAPS_LOCK);
        model.lock();
        settle();
        model.locked().password().set("house");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.locked().variants().offered().get()).isTrue();
        model.locked().tryVariants();
        settle();
        assertThat(model.locked().variants().nothingFound().get()).isTrue();
        assertThat(model.locked().password().get()).isEqualTo("house");
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
        CheckState state = model.session().check().state().get();
        assertThat(state.kind()).isEqualTo(CheckState.Kind.DAMAGED);
        assertThat(state.damaged()).isEqualTo(1);
        assertThat(state.entries()).isEqualTo(4);
        assertThat(model.session().check().damaged()).containsExactly("dig/film.raw");
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
    }

    @Test
    void whatIsLeftOfHalfAnArchiveCanBeSaved() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length - 60));
        model.open(archive);
        settle();
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.takeOffer();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.locked().password().set("hut");
        settle();
        model.locked().unlock();
        settle();
        assertThat(model.session().isSalvaged()).isTrue();
        model.session().extractAll();
        settle();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    @Test
    void findingGoesThroughClosedFoldersAndTicksWhatIsFound() {
        unlock();
        model.session().inside().setOpen(top(), false);
        settle();
        assertThat(model.session().inside().rows().get()).hasSize(1);
        model.session().inside().find().set("B.t");
        settle();
        assertThat(model.session().inside().rows().get())
                .extracting(Node::path)
                .containsExactly("dig/b.txt");
        model.session().inside().find().set("*.txt");
        settle();
        assertThat(model.session().inside().rows().get()).hasSize(2);
        model.session().inside().chooseFound();
        settle();
        model.session().inside().find().set("");
        settle();
        assertThat(model.session().inside().chosenPaths())
                .containsExactly("dig/a.txt", "dig/b.txt");
    }

    @Test
    void linesAreSortedWithinTheirFolder() {
        unlock();
        model.session().inside().order().set(new Order(Order.By.SIZE, true));
        settle();
        assertThat(model.session().inside().rows().get())
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
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.offer().get()).isEqualTo(Offer.ALL_THE_SAME);
        model.takeOffer();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(checked()).isEqualTo(CheckState.Kind.DAMAGED);
    }

    @Test
    void whatMayHaveGoneWrongWithThePasswordIsSaid() {
        model.open(archive);
        settle();
        assertThat(failureFor("hut ")).contains("begins or ends with a blank");
        assertThat(failureFor("yht")).contains("lie elsewhere on other keyboards");
        assertThat(failureFor("hat")).isEqualTo("This password does not open it.");
    }
}
