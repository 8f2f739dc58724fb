package app.lacuna.desktop.open;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.desktop.work.Threads;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.Preview;
import app.lacuna.selection.PathTree.Node;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenViewModelTest {
    @TempDir Path folder;
    private Path archive;
    private Names names = Names.VISIBLE;
    private final OpenViewModel model =
            new OpenViewModel(new Threads(Runnable::run, Runnable::run));

    @BeforeEach
    void pack() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first");
        Files.writeString(dig.resolve("b.txt"), "second");
        archive = folder.resolve("notes.zip");
        pack(Protection.AES_256);
    }

    private void pack(Protection protection) throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never())
                                .scan(List.of(folder.resolve("dig"))),
                        archive,
                        PackOptions.STANDARD.withProtection(protection).withNames(names),
                        Existing.REPLACE,
                        AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("hut".toCharArray())) {
            Optional<Secret> password =
                    protection.needsPassword() ? Optional.of(secret) : Optional.empty();
            new PackJob(request, password, ProgressListener.none(), CancelToken.never()).run();
        }
    }

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
        assertThat(model.check().get()).isEqualTo(CheckState.WHOLE);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        assertThat(model.check().get()).isEqualTo(CheckState.DAMAGED);
        assertThat(model.failure().get()).isPresent();
        model.extractAll();
        assertThat(model.extract().failure().get()).isPresent();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    private void unlock() {
        model.open(archive);
        model.password().set("hut");
        model.unlock();
    }

    private ArchiveEntry entry(String path) {
        return model.listing().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
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
                .isEqualTo(
                        new Viewed.Shown(
                                entry("dig/a.txt"), new Preview.Text("first", false), true));
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void lockingForgetsEverything() {
        unlock();
        model.view(entry("dig/a.txt"));
        model.chosen().choose(model.tree().children().get(0), true);
        model.lock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Nothing.class);
        assertThat(model.chosen().of(model.listing().entries())).isEmpty();
        model.view(entry("dig/a.txt"));
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Failed.class);
    }

    @Test
    void closingLeavesNoArchive() {
        unlock();
        model.close();
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
        Node<ArchiveEntry> dig = model.tree().children().get(0);
        model.chosen().choose(dig, true);
        assertThat(model.chosen().of(model.listing().entries())).hasSize(3);
        model.chosen().choose(dig.children().get(0), false);
        assertThat(model.chosen().of(model.listing().entries()))
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/b.txt");
        model.extractChosen();
        assertThat(folder.resolve("notes/dig/b.txt")).exists();
        assertThat(folder.resolve("notes/dig/a.txt")).doesNotExist();
    }
}
