package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelSource;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.session.OpenArchive.Way;
import app.lacuna.desktop.support.Packed;
import app.lacuna.error.WrongPassword;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class OpenArchiveTest extends OnSession {
    @Test
    void open_withoutPassword_isUnlockedAtOnce() throws IOException {
        Path file = Packed.notes(folder, Protection.NONE, Names.VISIBLE);
        try (OpenArchive archive = open(file, Way.USUAL)) {
            assertThat(archive.needsToBeUnlocked()).isFalse();
            assertThat(archive.isProtected()).isFalse();
            assertThat(archive.listing().entries()).hasSize(3);
            assertThat(archive.copyOfSecret()).isEmpty();
        }
    }

    @Test
    void open_withHiddenNames_listsThemOnlyWhileUnlocked() throws IOException {
        Path file = Packed.notes(folder, Protection.AES_256, Names.HIDDEN);
        OpenArchive archive = open(file, Way.USUAL);
        assertThat(archive.needsToBeUnlocked()).isTrue();
        assertThat(archive.listing().entries()).hasSize(1);
        archive.close();
        try (OpenArchive unlocked = unlocked(file, Way.USUAL)) {
            assertThat(unlocked.listing().entries()).hasSize(3);
            unlocked.forgetOpened();
            assertThat(unlocked.listing().entries()).hasSize(1);
            assertThat(unlocked.secret()).isEmpty();
            assertThatThrownBy(unlocked::opened).isInstanceOf(NoSuchElementException.class);
        }
    }

    @Test
    void forgetOpened_wipesThePassword() throws IOException {
        OpenArchive archive =
                unlocked(Packed.notes(folder, Protection.AES_256, Names.VISIBLE), Way.USUAL);
        Secret secret = archive.secret().orElseThrow();
        archive.close();
        assertThatThrownBy(secret::copy).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void open_whatIsCancelled_closesTheFile() throws IOException {
        Path file = Packed.notes(folder, Protection.NONE, Names.VISIBLE);
        CancelSource source = new CancelSource();
        source.cancel();
        assertThatThrownBy(() -> OpenArchive.open(file, Way.USUAL, ProgressListener.none(), source))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void unlocked_withAnotherPassword_isAnErrorThatClosesIt() throws IOException {
        Path file = Packed.notes(folder, Protection.AES_256, Names.VISIBLE);
        Secret wrong = Secret.takeOver("dune".toCharArray());
        assertThatThrownBy(() -> OpenArchive.unlocked(file, Optional.of(wrong)))
                .isInstanceOf(WrongPassword.class);
        assertThatThrownBy(wrong::copy).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void isOnlyRead_forWhatIsLeftOfADamagedOne() throws IOException {
        Path file = Packed.notes(folder, Protection.NONE, Names.VISIBLE);
        byte[] whole = Files.readAllBytes(file);
        Files.write(file, Arrays.copyOf(whole, whole.length - 30));
        try (OpenArchive archive = open(file, Way.SALVAGE)) {
            assertThat(archive.isSalvaged()).isTrue();
            assertThat(archive.isOnlyRead()).isTrue();
        }
        Files.write(file, whole);
        try (OpenArchive archive = open(file, Way.USUAL)) {
            assertThat(archive.isOnlyRead()).isFalse();
        }
    }

    @Test
    void mayHoldAnArchive_onlyIfAProtectedArchiveIsTheOnlyThing() throws IOException {
        Path inner = Packed.notes(folder, Protection.NONE, Names.VISIBLE);
        Path one = Files.createDirectory(folder.resolve("one"));
        Path copy = Files.copy(inner, one.resolve("NOTES.ZIP"));
        Path locked =
                Packed.archive(
                        folder.resolve("locked.zip"), copy, Protection.AES_256, Names.VISIBLE);
        Path plain =
                Packed.archive(folder.resolve("plain.zip"), copy, Protection.NONE, Names.VISIBLE);
        try (OpenArchive holds = open(locked, Way.USUAL);
                OpenArchive open = open(plain, Way.USUAL);
                OpenArchive inside = open(locked, Way.INSIDE)) {
            assertThat(holds.mayHoldAnArchive()).isTrue();
            assertThat(open.mayHoldAnArchive()).isFalse();
            assertThat(inside.mayHoldAnArchive()).isFalse();
        }
    }

    @Test
    void letGo_keepsWhatItLists() throws IOException {
        try (OpenArchive archive =
                unlocked(Packed.notes(folder, Protection.AES_256, Names.VISIBLE), Way.USUAL)) {
            archive.letGo();
            assertThat(archive.hasLetGo()).isTrue();
            assertThat(archive.listing().entries()).hasSize(3);
            assertThat(archive.copyOfSecret()).isPresent();
        }
    }
}
