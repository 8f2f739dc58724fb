package app.lacuna.demo.window;

import app.lacuna.common.ByteCount;
import app.lacuna.common.Secret;
import app.lacuna.demo.DemoData;
import app.lacuna.desktop.app.Desk;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.open.OpenViewModel;
import app.lacuna.desktop.places.pack.ForWhom;
import app.lacuna.desktop.places.pack.PackViewModel;
import app.lacuna.desktop.shell.DiscsWanted;
import app.lacuna.disc.DiscKind;
import app.lacuna.opener.OpenerKind;
import app.lacuna.preview.Preview;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Labeled;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.stage.Stage;
import javafx.util.Duration;

/**
 * Brings the window into one of the scenes of the demo story, and saves a picture where one is
 * wanted. Arguments: {@code --demo=FOLDER}, {@code --scene=NAME} (pack, pack-empty, receipt, mail,
 * read-out, open-locked, open, open-changes, loose-ends, rounds, rounds-locked, discs-plan, discs),
 * {@code --mail-fault=FAULT} (too-large, kind-refused, wrong-login, connection-lost, no-answer,
 * slow), {@code --shot=FILE}, {@code --look=light|dark}, {@code --size=WIDTHxHEIGHT}, {@code
 * --text=PERCENT}, {@code --view=ENDING} of the name of the file that is looked at.
 */
final class DemoRun {
    private static final String ARCHIVE = "winter-notes.zip";
    static final String DEMO_PASSWORD = "second hut by the dyke";
    private static final String DEMO_HINT = "what we called the second hut";
    private static final Duration STEP = Duration.millis(120);

    private final Map<String, String> arguments;
    private final Stage stage;
    private final Theme theme;
    private final Desk desk;
    private final DemoMail mail;
    private final DemoDrive drive;
    private final PackViewModel pack;
    private final OpenViewModel open;
    private final Deque<Step> steps = new ArrayDeque<>();

    @SuppressWarnings("NullAway.Init") // set by start
    private Timeline clock;

    private int settled;

    /** Done as soon as the condition holds. */
    private record Step(BooleanSupplier ready, Runnable action) {}

    DemoRun(
            Map<String, String> arguments,
            Stage stage,
            Theme theme,
            Desk desk,
            DemoMail mail,
            DemoDrive drive) {
        this.mail = mail;
        this.drive = drive;
        this.arguments = arguments;
        this.stage = stage;
        this.theme = theme;
        this.desk = desk;
        pack = desk.newestPack();
        open = desk.open().model();
    }

    public void start() {
        if (arguments.containsKey("look")) {
            theme.show(Appearance.valueOf(arguments.get("look").toUpperCase(Locale.ROOT)));
        }
        if (arguments.containsKey("text")) {
            theme.showTextSize(Integer.parseInt(arguments.get("text")));
        }
        if (arguments.containsKey("size")) {
            String[] size = arguments.get("size").split("x");
            stage.setMaximized(false);
            stage.setWidth(Double.parseDouble(size[0]));
            stage.setHeight(Double.parseDouble(size[1]));
        }
        if (arguments.containsKey("mail-fault")) {
            mail.fail(arguments.get("mail-fault"));
        }
        plan(arguments.getOrDefault("scene", "pack"));
        clock = new Timeline(new KeyFrame(STEP, event -> advance()));
        clock.setCycleCount(Timeline.INDEFINITE);
        clock.play();
    }

    private void plan(String scene) {
        if (!scene.equals("pack-empty")) {
            load();
        }
        switch (scene) {
            case "pack" -> typePassword();
            case "pack-map" -> {
                typePassword();
                step(() -> true, () -> ((Button) stage.getScene().lookup("#map")).fire());
            }
            case "pack-empty" -> {}
            case "receipt" -> packIt();
            case "mail" -> {
                forBrowsers();
                packIt();
                writeMail();
            }
            case "read-out" -> {
                forBrowsers();
                packIt();
                click("pass-on-read");
            }
            case "open-locked" -> {
                packIt();
                openIt();
                step(
                        () -> open.state().get() == OpenState.LOCKED,
                        () -> {
                            open.locked().password().set("first hut");
                            open.locked().unlock();
                        });
                step(() -> open.failure().get().isPresent(), () -> {});
            }
            case "open" -> {
                packIt();
                openIt();
                unlockAndLook();
            }
            case "open-changes" -> {
                packIt();
                openIt();
                unlockAndLook();
                changeSome();
            }
            case "loose-ends" -> {
                packIt();
                openIt();
                unlockAndLook();
                leaveLooseEnds();
            }
            case "rounds" -> showRounds();
            case "rounds-locked" -> makeRounds();
            case "discs-plan" -> planDiscs();
            case "discs" -> {
                planDiscs();
                burnDiscs();
            }
            default -> throw new IllegalArgumentException("no such scene: " + scene);
        }
        for (String id : arguments.getOrDefault("click", "").split(",")) {
            if (!id.isEmpty()) {
                click(id);
            }
        }
        if (arguments.containsKey("shot")) {
            step(this::isSettled, this::shoot);
        }
    }

    private void step(BooleanSupplier ready, Runnable action) {
        steps.add(new Step(ready, action));
    }

    private void load() {
        Path folder = Path.of(arguments.get("demo")).toAbsolutePath();
        Path outbox = folder.resolve("Outbox");
        step(
                () -> true,
                () -> {
                    pack.folder().set(makeFolder(outbox));
                    pack.rename(ARCHIVE);
                    pack.contents().add(roots(folder, outbox));
                });
        step(() -> !pack.contents().scanning().get(), () -> {});
    }

    private static Path makeFolder(Path folder) {
        try {
            return Files.createDirectories(folder);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static List<Path> roots(Path folder, Path outbox) {
        try (Stream<Path> children = Files.list(folder)) {
            return children.filter(child -> !child.equals(outbox))
                    .sorted(Comparator.comparing(Path::getFileName))
                    .toList();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Only for the picture: whoever tries the demo types a password of their own. */
    private void typePassword() {
        if (!arguments.containsKey("shot")) {
            return;
        }
        step(
                () -> true,
                () -> {
                    pack.password().first().set(DEMO_PASSWORD);
                    pack.password().second().set(DEMO_PASSWORD);
                    pack.form().hint().set(DEMO_HINT);
                });
        step(
                () ->
                        pack.newPassword().strength().strength().get().isPresent()
                                && pack.forecast().seen().get().isPresent()
                                && pack.forecast().seen().get().get().forecast().settled(),
                () -> {});
    }

    private void packIt() {
        step(
                () -> pack.forecast().seen().get().isPresent(),
                () -> {
                    pack.password().first().set(DEMO_PASSWORD);
                    pack.password().second().set(DEMO_PASSWORD);
                    pack.form().hint().set(DEMO_HINT);
                    pack.packReplacing();
                });
        step(() -> pack.packing().result().get().isPresent(), () -> {});
    }

    /** The round that goes to somebody who has nothing but a browser. */
    private void forBrowsers() {
        step(() -> true, () -> pack.form().choose(ForWhom.WEB_BROWSER));
        step(() -> true, () -> pack.form().forBrowsers(OpenerKind.BESIDE));
    }

    /** What is chosen goes onto three discs, of which one is for recovery. */
    private void planDiscs() {
        step(
                () -> pack.forecast().seen().get().isPresent(),
                () -> {
                    desk.window().show(desk.discs());
                    desk.discs()
                            .take(
                                    DiscsWanted.files(
                                            pack.contents().selection().get(),
                                            pack.contents().roots(),
                                            pack.form().options().get().withNote(DEMO_HINT),
                                            Optional.of(
                                                    Secret.takeOver(DEMO_PASSWORD.toCharArray())),
                                            false));
                });
        fill("discs-label", "disc-label", "SALTMARSH");
        Path images = Path.of(arguments.get("demo")).toAbsolutePath().resolve("Outbox/discs");
        step(
                () -> true,
                () -> {
                    DemoEnds.clear(images);
                    makeFolder(images);
                });
        fill("discs-folder", "discs-folder-field", "discs-folder-take", images.toString());
        fill("discs-kind", "disc-size", discBytes());
    }

    /** So that two discs take it. */
    private String discBytes() {
        return arguments.getOrDefault("disc", "700MB");
    }

    private void fill(String word, String field, String text) {
        fill(word, field, field + "-take", text);
    }

    private void fill(String word, String field, String take, String text) {
        click(word);
        step(
                () -> stage.getScene().lookup("#" + field) instanceof TextField,
                () -> ((TextField) stage.getScene().lookup("#" + field)).setText(text));
        click(take);
    }

    private void burnDiscs() {
        step(
                () -> true,
                () -> {
                    long sectors = ByteCount.parse(discBytes()).bytes() / DiscKind.SECTOR_BYTES;
                    drive.load(3, sectors, sectors * DiscKind.SECTOR_BYTES / 12);
                });
        step(
                () ->
                        stage.getScene().lookup("#discs-burn") instanceof Button burn
                                && !burn.isDisabled(),
                () -> ((Button) stage.getScene().lookup("#discs-burn")).fire());
        step(
                () ->
                        stage.getScene().lookup("#burn-again-1") != null
                                && stage.getScene().lookup("#disc-progress")
                                        instanceof ProgressBar bar
                                && bar.getProgress() > 0.3,
                () -> {});
    }

    /** Two weeks of the Evening copy, made while one waits. */
    private void makeRounds() {
        Path folder = Path.of(arguments.get("demo")).toAbsolutePath();
        AtomicBoolean made = new AtomicBoolean();
        step(
                () -> true,
                () ->
                        DemoRounds.inBackground(
                                () -> {
                                    DemoRounds.save(folder, DEMO_PASSWORD);
                                    made.set(true);
                                }));
        step(made::get, () -> desk.window().show(desk.rounds()));
        step(() -> stage.getScene().lookup("#round-password") != null, () -> {});
    }

    /** The evening before the last is picked. */
    private void showRounds() {
        makeRounds();
        step(
                () -> true,
                () -> {
                    ((TextField) stage.getScene().lookup("#round-password")).setText(DEMO_PASSWORD);
                    ((Button) stage.getScene().lookup("#round-unlock")).fire();
                });
        step(() -> stage.getScene().lookup("#moment") != null, () -> {});
        step(
                () -> true,
                () -> {
                    List<Node> bars =
                            List.copyOf(stage.getScene().getRoot().lookupAll(".bar-button"));
                    ((Button) bars.get(bars.size() - 2)).fire();
                });
        step(
                () ->
                        stage.getScene().lookup("#round-put-back") instanceof Button back
                                && back.isVisible(),
                () -> {});
    }

    private void click(String id) {
        step(
                () -> stage.getScene().lookup("#" + id) != null,
                () -> ((ButtonBase) stage.getScene().lookup("#" + id)).fire());
    }

    private void writeMail() {
        click("receipt-mail-open");
        step(
                () -> stage.getScene().lookup("#mail-to") instanceof TextField,
                () ->
                        ((TextField) stage.getScene().lookup("#mail-to"))
                                .setText("finds@saltmarsh.example"));
    }

    private void openIt() {
        step(() -> true, () -> desk.take(List.of(pack.target())));
        step(() -> open.state().get() == OpenState.LOCKED, () -> desk.window().show(desk.open()));
    }

    private void unlockAndLook() {
        String wanted = arguments.getOrDefault("view", ".jpg");
        step(
                () -> true,
                () -> {
                    open.locked().password().set(DEMO_PASSWORD);
                    open.locked().unlock();
                });
        step(
                () ->
                        open.state().get() == OpenState.UNLOCKED
                                && open.session().check().state().get().ended().isPresent(),
                () ->
                        open.session().changes().plan().get().orElseThrow().entries().stream()
                                .filter(entry -> entry.name().endsWith(wanted))
                                .findFirst()
                                .ifPresent(open.session()::view));
        step(this::isDrawn, () -> {});
    }

    /** Puts one file in, takes one out and gives one another name; nothing of it is written. */
    private void changeSome() {
        Path diary = Path.of(arguments.get("demo")).toAbsolutePath().resolve("site-diary.txt");
        edit(0, () -> open.session().changes().remove(List.of("site-diary.txt")));
        edit(1, () -> open.session().changes().move("permit-and-landowner.pdf", "permit.pdf"));
        edit(2, () -> open.session().changes().add(List.of(diary), DemoData.TRENCH));
        step(() -> open.session().changes().count().get() == 3, () -> {});
    }

    /** Some days ago files were taken out, of which one was changed since. */
    private void leaveLooseEnds() {
        Path taken = Path.of(arguments.get("demo")).toAbsolutePath().resolve("Outbox/levels");
        step(
                () -> true,
                () -> {
                    DemoEnds.clear(taken);
                    open.session().extract().folder().set(taken);
                    open.session().extract().start(DemoEnds.entries(open.session().listing()));
                });
        step(
                () -> open.session().extract().report().get().isPresent(),
                () -> {
                    DemoEnds.changeOne(taken);
                    DemoEnds.makeOlder();
                    open.lockNow();
                    desk.window().show(desk.ends());
                });
        step(() -> !desk.services().ends().looking().running().get(), () -> {});
        step(() -> desk.services().ends().open().size() > 1, () -> {});
    }

    private void edit(int before, Runnable edit) {
        step(() -> open.session().changes().count().get() == before, edit);
    }

    /** A picture is decoded in the background; the line under it tells its points then. */
    private boolean isDrawn() {
        if (!(open.session().viewer().viewed().get() instanceof Viewed.Shown shown)) {
            return false;
        }
        boolean drawn =
                stage.getScene().lookup("#viewer-detail") instanceof Labeled detail
                        && detail.getText().contains("×");
        return drawn || !(shown.preview() instanceof Preview.Picture);
    }

    /** A few steps later, so that fonts, layout and focus have come to rest. */
    private boolean isSettled() {
        return ++settled > 8;
    }

    private void advance() {
        Step next = steps.peek();
        if (next == null) {
            clock.stop();
        } else if (next.ready().getAsBoolean()) {
            steps.remove();
            next.action().run();
        }
    }

    private void shoot() {
        try {
            Snapshot.save(stage.getScene(), Path.of(arguments.get("shot")));
        } catch (IOException e) {
            System.err.println("The picture could not be saved.");
        }
        Platform.exit();
    }
}
