package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.ui.MessageStrip;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.ArchiveChanged;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.EditRefused;
import app.lacuna.error.InSeveralParts;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.concurrent.CancellationException;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.layout.VBox;
import org.junit.jupiter.api.Test;

/** Each thing that can be wrong with an archive gets its own plain words. */
class FailureWindowTest extends InWindow {
    private Path archive;

    private String opened(Path file) throws Exception {
        interact(() -> open.closeNow());
        interact(() -> desk.take(List.of(file)));
        until(() -> open.failure().get().isPresent());
        return open.failure().get().orElseThrow().inOneLine();
    }

    private Path pack(Protection protection) throws IOException {
        archive = outbox.resolve(protection + ".zip");
        byte[] noise = new byte[2_500_000];
        new Random(2).nextBytes(noise);
        Path film = Files.write(outbox.resolve("film.raw"), noise);
        PackOptions options = PackOptions.STANDARD.withProtection(protection);
        return packed(archive, options, "hut", List.of(film, story.get(2)));
    }

    @Test
    void whatIsWrongWithTheFileIsToldBeforeAnyPassword() throws Exception {
        Path text = Files.writeString(outbox.resolve("diary.zip"), "Flood at six.");
        assertThat(opened(text)).startsWith("diary.zip is not a ZIP archive, nor a disc with one.");
        assertThat(opened(Files.createFile(outbox.resolve("empty.zip"))))
                .startsWith("empty.zip is not a ZIP archive, nor a disc with one.");
        assertThat(opened(outbox.resolve("nowhere.zip"))).startsWith("The file is not there");

        byte[] whole = Files.readAllBytes(pack(Protection.AES_256));
        Path half = Files.write(outbox.resolve("half.zip"), Arrays.copyOf(whole, whole.length / 2));
        assertThat(opened(half)).contains("its end is missing").contains("save what can be saved");
        assertThat(lookup("#salvage-nothing").query().isVisible()).isTrue();

        byte[] torn = whole.clone();
        Arrays.fill(torn, torn.length - 120, torn.length - 80, (byte) 0);
        assertThat(opened(Files.write(outbox.resolve("torn.zip"), torn)))
                .contains("the list of its entries can not be read");

        Path split = outbox.resolve("split.zip");
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never())
                                .scan(List.of(outbox.resolve("film.raw"))),
                        split,
                        PackOptions.STANDARD,
                        OptionalLong.of(1_000_000),
                        Existing.KEEP,
                        PackRequest.AfterPacking.TRUST,
                        Optional.empty());
        try (Secret secret = Secret.takeOver("hut".toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
        Files.delete(outbox.resolve("split.z02"));
        assertThat(opened(split)).startsWith("The part split.z02 of the archive is not there");
        picture("missing-part");
    }

    /** Method 98 is one that is not read here (4.4.5). */
    @Test
    void aMethodThatIsNotReadIsSaidWhereTheFileIsLookedAt() throws Exception {
        ByteBuffer bytes =
                ByteBuffer.wrap(Files.readAllBytes(pack(Protection.NONE)))
                        .order(ByteOrder.LITTLE_ENDIAN);
        for (int at = 0; at < bytes.limit() - 4; at++) {
            if (bytes.getInt(at) == 0x04034b50 && bytes.getShort(at + 8) == 8) {
                bytes.putShort(at + 8, (short) 98);
            } else if (bytes.getInt(at) == 0x02014b50 && bytes.getShort(at + 10) == 8) {
                bytes.putShort(at + 10, (short) 98);
            }
        }
        Files.write(archive, bytes.array());
        openArchive(archive, "");
        look("site-diary.txt");
        assertThat(
                        lookup(
                                        "The archive uses something that Lacuna does not read: compression"
                                                + " method 98.")
                                .queryAll())
                .isNotEmpty();
        look("film.raw");
        assertThat(lookup("#viewer-hex").tryQuery()).isPresent();
    }

    @Test
    void oneLargeFileThatIsDamagedIsNotCalledAWrongPassword() throws Exception {
        byte[] noise = new byte[1_500_000];
        new Random(3).nextBytes(noise);
        Path film = Files.write(outbox.resolve("film.raw"), noise);
        archive = packed(outbox.resolve("one.zip"), PackOptions.STANDARD, "hut", List.of(film));
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        openArchive(archive, "hut");
        assertThat(open.session().check().state().get().damaged()).isEqualTo(1);
        look("film.raw");
        assertThat(lookup("#viewer .message-what").queryLabeled().getText())
                .contains("damaged or changed by somebody, or (once in 65,536 times)");
    }

    @Test
    void wrongPasswordsOfEveryKindLoseNothing() throws Exception {
        pack(Protection.TRADITIONAL);
        interact(() -> desk.take(List.of(archive)));
        until(() -> open.state().get() == OpenState.LOCKED);
        typePassword("house");
        until(() -> open.failure().get().isPresent());
        assertThat(open.locked().password().get()).isEqualTo("house");
        clickOn("#try-variants");
        until(() -> open.locked().variants().nothingFound().get());
        assertThat(lookup("#variants-none").query().isVisible()).isTrue();
        assertThat(open.locked().password().get()).isEqualTo("house");
    }

    /** All texts on one sheet, for whoever wants to read them as they stand on the page. */
    @Test
    void everyFailureHasWordsThatFitOnThePage() throws Exception {
        Path file = Path.of("winter-notes.zip");
        List<Throwable> failures =
                new ArrayList<>(
                        List.of(
                                new app.lacuna.error.WrongPassword(file),
                                new app.lacuna.error.PasswordRequired(file),
                                new app.lacuna.error.NotAnArchive(file),
                                new app.lacuna.error.UnsupportedFeature("compression", "a"),
                                new LimitExceeded(LimitExceeded.Limit.RATIO, 1_032, 90_000),
                                new app.lacuna.error.VolumeMissing(
                                        "winter-notes.z02",
                                        app.lacuna.error.VolumeMissing.Trouble.NOT_THERE),
                                new NotEnoughSpace(5_000_000_000L, 1_200_000_000L),
                                new ProofFailed(1, 24),
                                new TargetExists(file),
                                new TargetUnusable(Path.of("Outbox"), new IOException()),
                                new ArchiveChanged(file),
                                new InSeveralParts(file),
                                new CancellationException(),
                                new NoSuchFileException("x"),
                                new AccessDeniedException("x"),
                                new IOException("x")));
        for (EditRefused.Reason reason : EditRefused.Reason.values()) {
            failures.add(new EditRefused(reason, "survey/levels.csv"));
        }
        for (Damage damage : Damage.values()) {
            failures.add(new DamagedArchive(damage, "site-diary.txt", 7));
        }
        VBox all = new VBox(6);
        for (Throwable failure : failures) {
            FailureText text = FailureText.of(failure);
            assertThat(text.inOneLine()).doesNotContain("{").doesNotContain("xception");
            all.getChildren().add(new MessageStrip(new SimpleObjectProperty<>(Optional.of(text))));
        }
        interact(
                () -> {
                    all.setPrefWidth(900);
                    window.shell().getChildren().add(all);
                    window.shell().applyCss();
                    window.shell().layout();
                });
        ContactSheet sheet = new ContactSheet();
        sheet.add(pictureOf(all));
        sheet.save("failures", 1);
        assertThat(all.getChildren()).hasSize(failures.size());
    }
}
