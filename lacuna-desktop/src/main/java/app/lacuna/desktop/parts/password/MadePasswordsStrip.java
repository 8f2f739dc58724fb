package app.lacuna.desktop.parts.password;

import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** Made passwords whose page is gone, above every page, until the user says to have them. */
public final class MadePasswordsStrip extends VBox {
    private final MadePasswords passwords;
    private final Lifetime life;
    private final Tools tools;

    /** What it is made with. */
    public record Tools(ShortClipboard clipboard, PopoverLayer layer, FileDialogs dialogs) {}

    public MadePasswordsStrip(MadePasswords passwords, Lifetime life, Tools tools) {
        super(8);
        this.life = life;
        this.tools = tools;
        this.passwords = passwords;
        setId("made-passwords");
        getStyleClass().add("window-notices");
        Spoken.news(this);
        passwords.withoutPage().addListener((ListChangeListener<KeptPassword>) change -> write());
        write();
    }

    private void write() {
        List<KeptPassword> now = List.copyOf(passwords.withoutPage());
        getChildren().setAll(now.stream().map(this::line).toList());
        setVisible(!now.isEmpty());
        setManaged(!now.isEmpty());
    }

    private VBox line(KeptPassword kept) {
        Path file = kept.file().orElseThrow();
        Label words =
                Page.label(Words.text("made.without-page", PathNames.last(file)), "message-what");
        words.setWrapText(true);
        VBox line =
                new VBox(
                        8,
                        words,
                        new KeptPasswordSteps(
                                kept,
                                new KeySlipModel(life, kept::copy, () -> file),
                                tools.clipboard(),
                                tools.layer(),
                                tools.dialogs()));
        line.getStyleClass().add(Styles.MESSAGE);
        return line;
    }
}
