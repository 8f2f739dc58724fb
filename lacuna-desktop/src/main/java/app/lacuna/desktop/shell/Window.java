package app.lacuna.desktop.shell;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.parts.password.MadePasswordsStrip;
import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.desktop.ui.Spoken;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.scene.Scene;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.VBox;

/** Joins the places to the frame: which page is shown, what the keys do, what closing asks. */
public final class Window {
    private final List<Place> places;
    private final Services services;
    private final Consumer<Place> help;
    private final Shell shell;
    private final WindowNotices notices;
    private Place current;
    private Optional<Object> closing = Optional.empty();

    /**
     * @param places in the order of their numbers; the first is shown
     * @param help explains the place that is shown
     */
    public Window(List<Place> places, Services services, Consumer<Place> help) {
        this.help = help;
        this.places = List.copyOf(places);
        this.services = services;
        notices = new WindowNotices(services.book());
        VBox above = new VBox(notices, passwordsWithoutPage());
        shell = new Shell(this.places, services.popovers(), above, this::show);
        for (Place place : this.places) {
            place.page()
                    .addListener(
                            (property, before, now) -> {
                                if (current == place) {
                                    show(place);
                                }
                            });
        }
        DropTarget.on(shell, this::take);
        services.book().jobs().addListener((ListChangeListener<Job>) this::jobsChanged);
        show(this.places.get(0));
    }

    /** A popover could change what the job reads, or show what it changes. */
    private void jobsChanged(ListChangeListener.Change<? extends Job> change) {
        while (change.next()) {
            for (Job begun : change.getAddedSubList()) {
                if (begun.kind().closesPopovers()) {
                    services.popovers().close();
                }
                if (begun.kind().leavesWorkUndone()) {
                    stopClosing();
                }
            }
        }
    }

    /** Something was begun after closing was asked about: it is not meant any more. */
    private void stopClosing() {
        boolean asked = notices.stopAsking();
        for (Place place : places) {
            asked |= place.stopAsking();
        }
        if (asked) { // otherwise it may be writing the changes, as it was answered
            closing = Optional.empty();
        }
    }

    private MadePasswordsStrip passwordsWithoutPage() {
        return new MadePasswordsStrip(
                services.made(),
                services.life(),
                new MadePasswordsStrip.Tools(
                        services.clipboard(), services.popovers(), services.dialogs()));
    }

    public Shell shell() {
        return shell;
    }

    /** Call once, when the scene has its style. */
    public void listenOn(Scene scene, Theme theme) {
        Keys keys = new Keys(this::keysNow);
        List<Place> listed = places.stream().filter(place -> place.marginBox().isEmpty()).toList();
        for (int i = 0; i < listed.size(); i++) {
            Place place = listed.get(i);
            keys.on("Ctrl+" + (i + 1), () -> show(place));
        }
        keys.on("Ctrl+Plus", theme::largerText)
                .on("Ctrl+Equals", theme::largerText)
                .on("Ctrl+Minus", theme::smallerText)
                .on("Ctrl+0", theme::usualText)
                .on("Ctrl+F", () -> current.find())
                .on("Ctrl+Enter", () -> current.primary())
                .on("Ctrl+L", this::lock)
                .on("F1", () -> help.accept(current))
                .on("F6", () -> tellNext(scene))
                .on("Esc", this::escape)
                .listenOn(scene);
        for (Place place : places) {
            scene.addEventFilter(MouseEvent.ANY, event -> place.touched());
            scene.addEventFilter(KeyEvent.ANY, event -> place.touched());
            scene.addEventFilter(ScrollEvent.ANY, event -> place.touched());
        }
        places.forEach(place -> theme.addStylesOf(place.getClass(), place.id()));
    }

    /** Of the place that is shown, and those of others that bring them up. */
    private List<Place.PlaceKey> keysNow() {
        List<Place.PlaceKey> keys = new ArrayList<>(current.keys());
        for (Place other : places) {
            for (Place.PlaceKey key : other.keys()) {
                if (other != current && key.everywhere()) {
                    keys.add(
                            Place.PlaceKey.of(
                                    key.combination(),
                                    "",
                                    () -> {
                                        show(other);
                                        key.action().run();
                                    }));
                }
            }
        }
        return keys;
    }

    public void show(Place place) {
        current = place;
        shell.show(place, place.page().getValue());
        Platform.runLater(
                () -> {
                    if (current == place) {
                        place.focusFirst();
                    }
                });
    }

    /** The first place that takes them, beginning with the one that is shown. */
    public void take(List<Path> paths) {
        Optional<Place> taker =
                current.accepts(paths)
                        ? Optional.of(current)
                        : places.stream().filter(place -> place.accepts(paths)).findFirst();
        taker.ifPresentOrElse(
                place -> {
                    show(place);
                    place.take(paths);
                },
                notices::nobodyTakes);
    }

    private void lock() {
        shell.popovers().close();
        services.clipboard().takeOffNow();
        places.forEach(Place::lock);
    }

    /** What stands on the page; a popover is read by itself. */
    private void tellNext(Scene scene) {
        if (!shell.popovers().isOpen()) {
            Spoken.next(scene);
        }
    }

    /** Closes the popover, or else what the place makes of it. */
    private void escape() {
        if (shell.popovers().isOpen()) {
            shell.popovers().close();
        } else if (!notices.dismiss()) {
            current.cancel();
        }
    }

    /**
     * Closes the window, if nothing is lost by that; asks about what is under way, and then one
     * place after the other.
     */
    public void close(Runnable forGood) {
        Object attempt = new Object();
        closing = Optional.of(attempt);
        ask(
                () -> {
                    if (closing.filter(now -> now == attempt).isPresent()) {
                        closing = Optional.empty();
                        forGood.run();
                    }
                });
    }

    private void ask(Runnable forGood) {
        if (services.book().leavesWorkUndone()) {
            notices.askToStop(() -> stopThen(() -> close(0, forGood)));
        } else {
            close(0, forGood);
        }
    }

    /**
     * What was under way may have written a file with a made password: its page asks about that
     * when it has come to its end.
     */
    private void stopThen(Runnable then) {
        services.book().cancelAll();
        notices.waitForEnd(then);
    }

    private void close(int asked, Runnable forGood) {
        if (asked < places.size()) {
            Place place = places.get(asked);
            place.leave(() -> show(place), () -> close(asked + 1, forGood));
        } else if (services.book().leavesWorkUndone()) {
            ask(forGood); // begun while something else was asked
        } else if (services.made().withoutPage().isEmpty()) {
            forGood.run();
        } else {
            notices.askAboutPasswords(forGood);
        }
    }

    /** From any thread: whether a job has not come to its end yet. */
    public boolean isWorking() {
        return services.book().isWorking();
    }

    /** Stops what is running and forgets what was opened. */
    public void end() {
        services.clipboard().takeOffNow();
        places.forEach(Place::end);
        services.made().end();
        services.life().end();
    }
}
